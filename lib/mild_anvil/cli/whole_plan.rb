# frozen_string_literal: true

module MildAnvil
  module Cli
    # A whole plan of one file: the same sections, sentences and figures as the screen.
    module WholePlan
      Plan = Core::Plan
      EMPTY = "missing"

      module_function

      # @param given [Hash] string keys: plan; unit, benches, earlier_lots, near_misses
      # @return [Hash] sections that have something to say, by name
      # @raise [InvalidInput] when a section cannot be answered as it was typed
      def answer(given)
        plan = Plan::Composed.new(JSON.parse(JSON.generate(given["plan"]), symbolize_names: true), world(given))
        unless plan.refused.empty?
          raise InvalidInput.new("the plan cannot be used as it is", fields: plan.refused.transform_keys(&:to_sym))
        end

        plan.sections.reject { |_, section| section[:state] == EMPTY }.merge(limits: plan.limits)
      end

      # @return [Array<String>] sentences, their working and cautions
      def lines(answer)
        answer.except(:limits).flat_map do |key, section|
          [key.to_s.tr("_", " ").capitalize, "  #{section[:sentence]}", *further(section).map { |line| "  #{line}" },
           *section[:working].map { |line| "    #{line}" }, *section[:cautions].map { |line| "  ! #{line}" }, ""]
        end
      end

      def further(section)
        [section[:mend], *section[:miscounted], *section[:benches].to_a.map { |b| "#{b[:name]}: #{b[:sentence]}" },
         *section[:links].to_a.map { |l| "#{l[:name]}: holds #{l[:capacity]}, goes first #{l[:chance_text]}" },
         *section[:supports].to_a.map { |row| row[:sentence] },
         *section[:steps].to_a.map { |s| "#{s[:share]}: #{s[:litres]}, the cell should read #{s[:reading]}" },
         *section[:items].to_a.map { |i| "#{i[:at]} to #{i[:until]} #{i[:lane]}: #{i[:kind]} #{i[:label]}" }].compact
      end
      private_class_method :further

      def world(given)
        unit = Catalogue.units.force!(given["unit"] || "kN")
        Plan::World.new(unit: unit, units: Catalogue.units, rules: Catalogue.proof_rules,
                        benches: given["benches"].to_a.each_with_index.map { |row, i| bench(row, i + 1) },
                        lots: given["earlier_lots"].to_a.map { |row| lot(row, unit) },
                        borrowed: borrowed(given["earlier_lots"].to_a, unit),
                        near_misses: given["near_misses"].to_a.map { |row| row.transform_keys(&:to_sym) },
                        largest_factor: Catalogue.design_factors.map(&:high).max,
                        required_si: nil, push: given["push"] || false)
      end
      private_class_method :world

      def typed(row) = Plan::TypedContent.new(JSON.parse(JSON.generate(row), symbolize_names: true), Catalogue.units)
      private_class_method :typed

      def bench(row, id)
        read = typed(row)
        Plan::BenchChoice::Bench.new(id: read[:id] || id, name: read[:name], pull_newtons: read.si(:pulls),
                                     push_newtons: read.si(:pushes), guard_newtons: read.si(:guard),
                                     guard_joules: read.number(:guard_joules), stroke_metres: read.length(:stroke),
                                     bed_metres: read.length(:bed), cells: row["cells"].to_a.map { |c| cell(typed(c)) })
      end
      private_class_method :bench

      def cell(read)
        Plan::BenchChoice::Cell.new(name: read[:name], capacity_newtons: read.si(:capacity),
                                    verified_low: read.si(:verified_from), verified_high: read.si(:verified_to),
                                    lapsed: read[:lapsed] || false)
      end
      private_class_method :cell

      def lot(row, unit)
        described = Core::Statistics::Description.of(row["breaks"].map { |v| unit.to_si(v.to_f) })
        { name: row["name"], breaks: described.count, mean_si: described.mean,
          standard_deviation_si: described.standard_deviation }
      end
      private_class_method :lot

      def borrowed(rows, unit)
        return if rows.size < 2

        Core::Rating::Borrowed.from(rows.map { |row| row["breaks"].map { |v| unit.to_si(v.to_f) } },
                                    source: rows.map { |row| row["name"] }.join(", "))
      end
      private_class_method :borrowed
    end
  end
end
