# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # Two cells in line before the day's pulls, or a rig's nominal advantage against what is measured.
      module Crosses
        module_function

        # @param given [Hash] second_id, readings [{first, second}], advantage, checked_at, note
        # @return [Store::Models::InstrumentCheck]
        # @raise [InvalidInput]
        def keep(instrument_id:, given:, person_id:, once_key: nil)
          person = People.fetch!(person_id)
          OnceOnly.call(once_key, person_id: person.id, action: :keep_cross_check,
                                  request: { instrument: instrument_id, **given.transform_values(&:to_s) }) do
            write(Store::Models::Instrument.locked!(instrument_id), given, person).id
          end
        end

        def write(first, given, person)
          second = Store::Models::Instrument.fetch!(given[:second_id])
          if second.id == first.id
            raise InvalidInput.new("A cell is compared with another one", fields: { second_id: "is the same cell" })
          end

          points = points(first, second, given[:readings].to_a)
          at = given[:checked_at] || Time.now.floor
          found = compared(first, second, points.map { |p| [p[:applied_newtons], p[:indicated_newtons]] },
                           given[:advantage] || 1.0, at)
          columns = columns(first, second, given, at)
          passed = found.agree? != false
          sha256 = CheckSeal.call([first, second], columns, points, CheckSeal.verdict(passed))
          check = Store::Models::InstrumentCheck.create(passed: passed, sha256: sha256, **columns,
                                                        rule_version: KeepCheck::RULE_VERSION,
                                                        **KeepCheck.hand(person, first, sha256))
          KeepCheck.keep_points(check, points)
          Store::Events.record(:keep_cross_check, check, person_id: person.id,
                                                         after: { cells: [first.name, second.name],
                                                                  passed: passed, sha256: sha256 })
          check
        end
        private_class_method :write

        def columns(first, second, given, at)
          { instrument_id: first.id, second_instrument_id: second.id, kind: "cross", source: "typed", checked_at: at,
            gravity: Core::Instrument::Gravity::STANDARD, gravity_half_share: 0.0, gravity_source: "standard",
            resolution_newtons: first.resolution_newtons || 1.0, capacity_newtons: first.capacity_newtons,
            advantage: (given[:advantage] || 1.0).to_f,
            note: given[:note].to_s, bench_id: first.bench_id }
        end
        private_class_method :columns

        def points(first, second, readings)
          readings.map do |row|
            one, other = [[first, row[:first]], [second, row[:second]]].map do |cell, typed|
              unit = ShownMass.unit(cell, Catalogue.units.force!(typed[:unit]), ShownMass.gravity(cell))
              Core::Quantity::TypedReading.parse(typed[:text], unit).value_si
            end
            { series: 1, applied_newtons: one, applied_text: row[:first].values.join(" "), indicated_newtons: other,
              indicated_text: row[:second].values.join(" ") }
          end
        end
        private_class_method :points

        # @return [Core::Instrument::CrossCheck]
        def computed(check)
          compared(check.instrument, check.second_instrument, CheckRows.pairs(check), check.advantage, check.checked_at)
        end

        def compared(first, second, pairs, advantage, at)
          known = [first, second].map do |cell|
            facts = InstrumentFacts.new(cell)
            ->(force) { facts.expanded(force, at: at) }
          end
          Core::Instrument::CrossCheck.new(pairs, uncertainties: known, advantage: advantage.to_f)
        end

        # @return [Store::Models::Instrument, nil] of both, the one that was declared to count
        def counting(check)
          declared = Store::Models::Bench.where(id: [check.instrument.bench_id, check.second_instrument.bench_id])
                                         .exclude(counting_instrument_id: nil).get(:counting_instrument_id)
          [check.instrument, check.second_instrument].find { |cell| cell.id == declared }
        end
      end
    end
  end
end
