# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # The acceptance plan of a lot and where it stands: done, failed, missing, repeat.
      module Acceptance
        Core_ = Core::Acceptance
        private_constant :Core_

        module_function

        # @return [Hash] plan (nil without one), rows, sentence, verdict, detection
        def show(lot_id:)
          lot = Store::Models::Lot.fetch!(lot_id)
          plan = Store::Models::AcceptancePlan.of(lot.id)
          { plan: plan && described(plan), detection: Verdicts.table(lot), verdicts: Verdicts.list(lot),
            **(plan ? standing(lot, plan) : { verdict: "empty", sentence: "No test is required yet.", rows: [] }) }
        end

        # @return [Core::Acceptance::Progress, nil]
        def progress(lot)
          plan = Store::Models::AcceptancePlan.of(lot.id) or return
          Core_::Progress.new(tests(plan), results(lot).map { |row| result(row) }, dimensions: si(plan.dimensions),
                                                                                   repeats: plan.repeats)
        end

        def described(plan)
          plan.values.slice(:revision, :name, :source, :repeats, :created_at)
              .merge(dimensions: plan.dimensions, person: plan.person.name)
        end
        private_class_method :described

        def standing(lot, plan)
          found = progress(lot)
          by_id = results(lot).to_h { |row| [row.id, row] }
          { verdict: found.verdict.to_s, sentence: found.sentence,
            rows: found.rows.map { |row| shown(row, by_id, plan) } }
        end
        private_class_method :standing

        def shown(row, by_id, plan)
          test = row.test
          { **test.to_h.slice(:key, :name, :kind, :count, :quantity, :unit, :sense, :limit, :where, :note),
            limit_text: limit_text(test, plan), done: row.done, passed: row.passed, failed: row.failed,
            missing: row.missing, repeat: row.repeat, state: row.state,
            results: row.verdicts.map { |result, verdict| result_row(by_id.fetch(result.id), verdict) } }
        end
        private_class_method :shown

        def result_row(row, verdict)
          { id: row.id, specimen: row.specimen && PieceOrder.label(row.specimen), text: row.text, unit: row.unit,
            broke_at: row.broke_at, accepted: row.accepted, note: row.note, person: row.person.name,
            created_at: row.created_at, passed: verdict.passed, reason: verdict.reason }
        end
        private_class_method :result_row

        # The limit with its formula worked out for this piece.
        def limit_text(test, plan)
          return if test.limit.nil?

          unit = Catalogue.units.find(test.unit)
          value = Core_::Formula.new(test.limit).value(si(plan.dimensions))
          rule = Core::Quantity::FigureRule.for(unit: unit || Core::Plan::Wording::NEWTONS, largest_si: value.abs)
          "#{test.sense == 'at_least' ? '≥' : '≤'} #{rule.nearest(value).text} #{test.unit}"
        rescue InvalidInput => e
          e.message
        end
        private_class_method :limit_text

        def tests(plan)
          plan.required_tests.map do |row|
            Core_::RequiredTest.new(key: row.key, name: row.name, kind: row.kind, count: row[:count],
                                    quantity: row.quantity, unit: row.unit, sense: row.sense, limit: row.limit_text,
                                    where: row.places, note: row.note)
          end
        end

        def results(lot)
          Store::Models::TestResult.where(lot_id: lot.id, withdrawn_at: nil).order(:id).eager(:person, :specimen).all
        end

        def result(row)
          Core_::RequiredTest::Result.new(id: row.id, test: row.test_key, specimen: row.specimen_id,
                                          value_si: row.value_si, broke_at: row.broke_at, accepted: row.accepted,
                                          superseded: false)
        end
        private_class_method :result

        # @param tests [Array<Hash>] name, kind, count, quantity, unit, sense, limit, where, note
        # @param dimensions [Hash] name => {text, unit}
        # @return [Store::Models::AcceptancePlan]
        # @raise [Conflict, InvalidInput]
        def save(lot_id:, name:, tests:, revision:, person_id:, source: "", dimensions: {}, repeats: 0)
          person = People.fetch!(person_id)
          worked_out = si(dimensions)
          check!(tests, worked_out)
          Store::Database.write do
            lot = Store::Models::Lot.locked!(lot_id)
            before = Store::Models::AcceptancePlan.of(lot.id)
            raise Conflict, "Somebody else changed the acceptance plan while you were typing. Nothing was saved" if
              (before&.revision || 0) != revision

            plan = Store::Models::AcceptancePlan.create(lot_id: lot.id, revision: revision + 1, name: name,
                                                        source: source.to_s, dimensions: dimensions, repeats: repeats,
                                                        person_id: person.id)
            add_tests(plan, tests, before)
            Store::Events.record(:save_acceptance_plan, plan, person_id: person.id, lot_id: lot.id,
                                                              after: { name: name, tests: tests,
                                                                       dimensions: dimensions })
            RefreshLot.call(lot)
            plan
          end
        end

        # A test keeps its key while it keeps its name, and with it the results that were made for it.
        def add_tests(plan, tests, before)
          known = before ? before.required_tests.to_h { |row| [row.name, row.key] } : {}
          tests.each_with_index do |test, i|
            Store::Models::RequiredTest.create(
              acceptance_plan_id: plan.id, position: i, key: known[test[:name]] || ULID.generate, name: test[:name],
              kind: test[:kind], count: test[:count], quantity: test[:quantity].to_s, unit: test[:unit].to_s,
              sense: test[:sense], limit_text: test[:limit].to_s.strip.then { |t| t.empty? ? nil : t },
              places: test[:where].to_a, note: test[:note].to_s
            )
          end
        end
        private_class_method :add_tests

        # As typed, so that a wall of 5 mm stays one; SI where a limit is worked out.
        # @return [Hash{String => Float}]
        def si(dimensions) = dimensions.to_h { |key, typed| [key.to_s, dimension(key, typed.transform_keys(&:to_sym))] }

        def dimension(key, typed)
          unit = Catalogue.units.find(typed[:unit])
          raise InvalidInput.new("“#{typed[:unit]}” is no unit", fields: { dimensions: "have no unit" }) if unit.nil?

          Core::Quantity::TypedReading.parse(typed[:text], unit).value_si
        rescue InvalidInput => e
          raise InvalidInput.new("#{key}: #{e.message}", fields: { "dimensions.#{key}": e.message })
        end
        private_class_method :si, :dimension

        def check!(tests, dimensions)
          wrong = tests.each_with_index.filter_map do |test, i|
            fault(test, dimensions)&.then do |w|
              [:"tests.#{i}", w]
            end
          end
          names = tests.map { |test| test[:name].strip.downcase }
          wrong << [:tests, "have the same name twice"] if names.uniq.size < names.size
          return if wrong.empty?

          raise InvalidInput.new(wrong.map(&:last).join("; "), fields: wrong.to_h)
        end
        private_class_method :check!

        def fault(test, dimensions)
          if test[:limit].to_s.strip.empty?
            return "“#{test[:name]}” is measured and needs a limit" if test[:kind] == "measured"

            return
          end
          return "“#{test[:name]}” needs the unit of its limit" if Catalogue.units.find(test[:unit]).nil?

          Core_::Formula.new(test[:limit]).value(dimensions)
          nil
        rescue InvalidInput => e
          e.message
        end
        private_class_method :fault
      end
    end
  end
end
