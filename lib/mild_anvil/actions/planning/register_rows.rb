# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # The registers as they are shown: every figure with its unit, what was pulled counted, what ran out told.
      module RegisterRows
        MINUTE = 60
        SHOWN = { "benches" => %i[pull push guard stroke arm bed], "instruments" => %i[capacity resolution verified_low
                                                                                       verified_high tolerance],
                  "gear" => %i[strength highest_before] }.freeze
        PLAIN = { "benches" => %i[id name kind guard_joules channels counting_instrument_id address note version],
                  "instruments" => %i[id name serial due_on bench_id note version shows unit sampling_hertz
                                      good_for_days checked_state],
                  "gear" => %i[id name kind pulls_before inspection_due_on note version] }.freeze
        private_constant :MINUTE

        module_function

        # @return [Hash] benches, instruments, gear, near_misses: what is in use
        def all
          { **Register::MODELS.to_h { |table, model| [table.to_sym, model.in_use.all.map { |row| shown(table, row) }] }
                    .then { |all| all.merge(gear: with_history(all[:gear])) },
            lots: Store::Lenders.links.all.map { |row| link(row) },
            near_misses: Store::Models::NearMiss.order(Sequel.desc(:id)).limit(50).eager(:person).all.map { |r| miss(r) } }
        end

        # An earlier lot as a link of another one's train.
        def link(row)
          { id: row[:id], name: row[:name], breaks: row[:breaks], mean: figure(row[:mean_si], "force") }
        end
        private_class_method :link

        def shown(table, row)
          figures = SHOWN.fetch(table).to_h do |name|
            [name, figure(row[Register::TYPED.fetch(name).first], Register::TYPED.fetch(name).last)]
          end
          row.values.slice(*PLAIN.fetch(table)).merge(figures, further(table, row))
        end
        private_class_method :shown

        def further(table, row)
          case table
          when "benches" then Register::PER_MINUTE.to_h do |name, column|
            [name, row[column]&.then do |v|
              (v * 1000 * MINUTE).round(6)
            end]
          end.merge(piston_cm2: row.piston_square_metres&.then { |area| (area / Register::SQUARE_CENTIMETRE).round(9) })
          when "instruments" then of_instrument(row)
          else { scatter_percent: row.scatter_share&.then { |s| (s * 100).round(6) },
                 stiffness_n_per_mm: row.stiffness_newtons_per_metre&.then { |k| (k / 1000).round(6) },
                 lapsed: !row.inspection_due_on.nil? && row.inspection_due_on < Time.now.to_date }
          end
        end
        private_class_method :further

        def of_instrument(row)
          { lapsed: row.lapsed?(Time.now.to_date), due: row.due,
            tolerance_percent: row.tolerance_share&.then { |s| (s * 100).round(6) },
            usable_low: figure(row.usable_low, "force"), usable_high: figure(row.usable_high, "force") }
        end
        private_class_method :of_instrument

        def figure(value, quantity)
          return if value.nil?

          units = quantity == "force" ? Catalogue.units.forces_displayed : Catalogue.units.of(quantity)
          own = if quantity == "force"
                  "kN"
                else
                  (value < 1 ? "mm" : "m")
                end
          unit = units.find { |u| u.symbol == own }
          Core::Quantity::FigureRule.for(unit: unit, largest_si: value, others: units).nearest(value).to_h
        end
        private_class_method :figure

        def with_history(rows)
          history = Store::Models::Gear.history(rows.map { |row| row[:id] })
          rows.map do |row|
            found = history.fetch(row[:id], { pulls: 0, highest_newtons: nil })
            highest = [found[:highest_newtons], row.dig(:highest_before, :value_si)].compact.max
            row.merge(pulls: row[:pulls_before] + found[:pulls], highest: figure(highest, "force"))
          end
        end
        private_class_method :with_history

        def miss(row)
          { id: row.id, what: row.what, distance: figure(row.metres, "displacement"), person: row.person.name,
            created_at: row.created_at, bench_id: row.bench_id }
        end
        private_class_method :miss
      end
    end
  end
end
