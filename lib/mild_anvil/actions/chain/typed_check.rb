# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # A dead-weight check as somebody typed it, or as a recording and its masses give it: columns and points.
      class TypedCheck
        AHEAD = 60 # seconds by which clocks differ
        attr_reader :columns, :points

        # @param instrument [Store::Models::Instrument]; @param given [Hash] docs/api/openapi.yaml, NewCheck
        # @raise [InvalidInput]
        def initialize(instrument, given)
          @instrument = instrument
          @given = given
          @gravity = gravity
          @columns = conditions
          @points = given[:attachment_id] ? from_file : typed
        end

        # @return [Array<Array<Core::Instrument::CheckSeries::Step>>]
        def series
          points.group_by { |p| p[:series] }.values.map do |rows|
            rows.map do |row|
              Core::Instrument::CheckSeries::Step.new(applied: row[:applied_newtons],
                                                      indicated: row[:indicated_newtons],
                                                      swing: row[:swing_newtons])
            end
          end
        end

        private

        def gravity
          stated = @given[:gravity] || {}
          return Core::Instrument::Gravity.given(stated[:value].to_f) if stated[:value]
          return Core::Instrument::Gravity.at(stated[:latitude].to_f, stated[:height].to_f) if stated[:latitude]

          Core::Instrument::Gravity.standard
        end

        def conditions
          at = checked_at
          { kind: "dead weight", source: source, checked_at: at, good_until: good_until(at),
            gravity: @gravity.value, gravity_half_share: @gravity.half_share, gravity_source: @gravity.source,
            buoyancy: @given[:buoyancy] || false, masses_share: @given[:masses_percent]&.then { |p| p.to_f / 100 },
            temperature_celsius: @given[:temperature], hanger: hanger_words, note: @given[:note].to_s,
            resolution_newtons: resolution, capacity_newtons: @instrument.capacity_newtons,
            attachment_id: @given[:attachment_id], bench_id: @instrument.bench_id,
            **tolerance }
        end

        def hanger_words
          typed = @given[:hanger_mass]
          typed ? "hanger of #{typed[:text]} #{typed[:unit]} counted" : @given[:hanger].to_s
        end

        def source = @given[:attachment_id] ? "file" : @given[:source] || "typed"

        def checked_at
          at = @given[:checked_at] || Time.now.floor
          return at if at <= Time.now + AHEAD

          raise InvalidInput.new("A check lies in the past", fields: { checked_at: "has not come yet" })
        end

        def good_until(time) = @instrument.good_for_days&.then { |days| time + (days * 86_400) }

        def resolution
          value = typed_force(:resolution) || @instrument.resolution_newtons
          return value if value

          raise InvalidInput.new("The step of the display is needed: enter it for the instrument, or here",
                                 fields: { resolution: "is needed" })
        end

        def tolerance
          given = { tolerance_newtons: typed_force(:tolerance),
                    tolerance_share: @given[:tolerance_percent]&.then { |p| p.to_f / 100 } }
          return given if given.values.any?

          { tolerance_newtons: @instrument.tolerance_newtons, tolerance_share: @instrument.tolerance_share }
        end

        def typed_force(name) = Core::Plan::TypedContent.new(@given, Catalogue.units).si(name, "force")

        def typed
          series = @given[:series].to_a.map { |rows| rows[:readings] }
          raise InvalidInput.new("A check needs readings", fields: { series: "are missing" }) if series.all?(&:empty?)

          series.each_with_index.flat_map do |rows, i|
            rows.each_with_index.map { |row, k| point(row, i + 1, "series.#{i}.readings.#{k}") }
          end
        end

        def point(row, series, field)
          { series: series, applied_newtons: applied(row[:applied]), applied_text: row[:applied].values.join(" "),
            indicated_newtons: indicated(row[:indicated]), indicated_text: row[:indicated].values.join(" "),
            swing_newtons: row[:swing] && indicated(row[:swing]) }
        rescue InvalidInput => e
          raise InvalidInput.new("Series #{series}: #{e.message}", fields: { field => e.message })
        end

        # Masses by what they weigh here; forces as they stand.
        def applied(typed)
          amount = Core::Instrument::MassSum.call(typed[:text].to_s)
          kilograms = Core::Instrument::MassUnits.kilograms(typed[:unit])
          return Catalogue.units.force!(typed[:unit]).to_si(amount) if kilograms.nil?

          @gravity.weight((amount * kilograms) + (amount.positive? ? hanger : 0.0), buoyancy: columns[:buoyancy])
        end

        # A hanger that was not tared hangs with every load.
        def hanger = @hanger ||= typed_mass(@given[:hanger_mass])

        def typed_mass(typed)
          return 0.0 if typed.nil?

          unit = Core::Instrument::MassUnits.kilograms(typed[:unit])
          raise InvalidInput.new("A hanger has a mass", fields: { hanger_mass: "needs a unit of mass" }) if unit.nil?

          Core::Instrument::MassSum.call(typed[:text].to_s) * unit
        end

        # A scale that was set with masses where it stands shows mass: g here makes it a force.
        def indicated(typed)
          sign, digits = typed[:text].to_s.strip.match(/\A([-−]?)(.*)\z/m).captures
          unit = ShownMass.unit(@instrument, Catalogue.units.force!(typed[:unit]), @gravity.value)
          value = Core::Quantity::TypedReading.parse(digits, unit, zero: true).value_si
          sign.empty? ? value : -value
        end

        def from_file
          settled, zeros = CheckFile.settled(@given[:attachment_id])
          loads = @given[:loads].to_a
          steps = Core::Instrument::SettledSteps.matched(settled, loads.map { |typed| applied(typed) })
          stated = {}.compare_by_identity
          steps.zip(settled, loads) { |step, found, typed| stated[step] = file_point(found, typed) }
          runs = Core::Instrument::SettledSteps.rested(Core::Instrument::SettledSteps.series(steps), zeros)
          runs.each_with_index.flat_map do |run, i|
            run.map { |step| { **read(step), series: i + 1, **stated.fetch(step, REST) } }
          end
        end

        REST = { applied_text: "nothing on it" }.freeze

        def read(step)
          { applied_newtons: step.applied, indicated_newtons: step.indicated, swing_newtons: step.swing,
            indicated_text: "" }
        end

        def file_point(found, typed)
          { applied_text: typed.values.join(" "), from_seconds: found.from, until_seconds: found.until }
        end
      end
    end
  end
end
