# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # A check as the screen and the record show it: sentences, points with their errors, classes.
      module ShowCheck
        module_function

        # @param check [Store::Models::InstrumentCheck]
        # @return [Hash]
        def stored(facts, check, unit: nil)
          return cross(check, unit) if check.cross?

          shown(facts.row, check.values, check.points.map(&:values), facts.result(check), unit)
            .merge(row(check), sha256: check.sha256)
        end

        # @param typed [TypedCheck]
        # @return [Hash]
        def computed(instrument, typed, result, unit: nil)
          shown(instrument, typed.columns, typed.points, result, unit)
        end

        # @return [Hash] one line of a list
        def row(check)
          { id: check.id, kind: check.kind, source: check.source, checked_at: check.checked_at, passed: check.passed,
            good_until: check.good_until, person: Signing::Hand.name(check), note: check.note,
            other: check.second_instrument&.name, withdrawn: check.withdrawn_reason, file: file(check) }
        end

        def file(check)
          check.attachment_id && Store::Models::Attachment.where(id: check.attachment_id).get(:name)
        end
        private_class_method :file

        def shown(instrument, columns, points, result, symbol)
          figures = ChainFigures.new(instrument, symbol)
          words = Core::Instrument::CheckWords.new(result, unit: figures.unit)
          { passed: result.passed?, use: words.use, sentences: words.sentences.drop(1), tolerance: words.tolerance,
            classes: words.class_rows, conditions: conditions(columns), checked_at: columns[:checked_at],
            good_until: columns[:good_until], series: result.series.count,
            allowed: allowed(result), line: line(result), low: figures.from(result.range&.first),
            high: figures.up_to(result.range&.last),
            points: result.series.points.zip(points).map { |point, stored| point(point, stored, figures) } }
        end
        private_class_method :shown

        def point(point, stored, figures)
          { series: point.series, direction: point.direction, applied_si: point.applied, error_si: point.error,
            applied_text: stored[:applied_text], indicated_text: stored[:indicated_text],
            applied: figures.reading(point.applied), indicated: figures.reading(point.indicated),
            error: figures.small(point.error), swing: figures.small(point.swing) }
        end
        private_class_method :point

        # The band of what the shop allows, from 0 to the highest force, as a drawing needs it.
        def allowed(result)
          top = result.series.levels.last
          newtons = result.tolerance.newtons
          corner = newtons && result.tolerance.share && (newtons / result.tolerance.share)
          [0.0, *(corner if corner&.between?(0, top)), top].map do |force|
            { force_si: force, allowed_si: result.tolerance.allowed(force) }
          end
        end
        private_class_method :allowed

        # The fit as a drawing needs it: the error it gives at the ends.
        def line(result)
          fit = result.line or return []
          [0.0, result.series.levels.last].map { |force| { force_si: force, error_si: fit.predict(force).fit - force } }
        end
        private_class_method :line

        def conditions(columns)
          [("#{format('%g', columns[:temperature_celsius])} °C" if columns[:temperature_celsius]),
           "g #{format('%.5f', columns[:gravity]).delete_suffix('0')} m/s² (#{columns[:gravity_source]})",
           ("buoyancy taken off" if columns[:buoyancy]),
           ("masses within #{format('%g', (columns[:masses_share] * 100).round(9))} %" if columns[:masses_share]),
           (columns[:hanger] unless columns[:hanger].to_s.empty?)].compact.join(", ")
        end
        private_class_method :conditions

        def cross(check, symbol)
          found = Crosses.computed(check)
          words = Core::Plan::Wording.new(Catalogue.units.force!(symbol || check.instrument.unit))
          row(check).merge(sha256: check.sha256,
                           sentences: found.sentences([check.instrument.name, check.second_instrument.name], words,
                                                      rule: Crosses.counting(check)&.name))
        end
        private_class_method :cross
      end
    end
  end
end
