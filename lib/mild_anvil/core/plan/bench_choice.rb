# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # Which bench can do it: every limit that does not reach, and by how much.
      #
      # Limits that nobody entered (nil) are told as unknown; a pull and a push have limits of their own.
      module BenchChoice
        # name, kind; capacities in newtons; energy in joules, lengths in metres, speeds in metres per second
        Bench = Struct.new(:id, :name, :kind, :pull_newtons, :push_newtons, :guard_newtons, :guard_joules,
                           :stroke_metres, :bed_metres, :slowest, :fastest, :cells, keyword_init: true)
        # capacity and verified range in newtons; due: whether its check has lapsed
        Cell = Struct.new(:id, :name, :capacity_newtons, :verified_low, :verified_high, :lapsed, keyword_init: true)
        # What the job needs; nil: not known or not asked for.
        Need = Struct.new(:upper_newtons, :lowest_newtons, :joules, :stroke_metres, :bed_metres, :speed, :push,
                          keyword_init: true)
        Answer = Struct.new(:bench, :cell, :can, :reasons, :unknown, keyword_init: true) do
          def sentence
            return "can#{"; not entered: #{unknown.join(', ')}" unless unknown.empty?}" if can

            "no: #{reasons.join('; ')}"
          end
        end

        module_function

        # @param benches [Array<Bench>]
        # @param need [Need]
        # @param wording [Wording]
        # @return [Array<Answer>] those that can first
        def for(benches, need, wording)
          benches.map { |bench| answer(bench, need, wording) }.sort_by { |a| [a.can ? 0 : 1, a.reasons.size] }
        end

        # @return [String, nil] when no bench can do it: which limit is nearest, and by how much it falls short
        def refusal(answers)
          return if answers.empty? || answers.any?(&:can)

          nearest = answers.min_by { |a| a.reasons.size }
          "No bench can do this as it is planned. Nearest: #{nearest.bench.name} (#{nearest.reasons.join('; ')})."
        end

        def answer(bench, need, wording)
          cell, cell_reasons = best_cell(bench, need, wording)
          reasons = own_limits(bench, need, wording) + cell_reasons
          Answer.new(bench: bench, cell: cell, can: reasons.empty?, reasons: reasons, unknown: unknown(bench, need))
        end
        private_class_method :answer

        def own_limits(bench, need, wording)
          [capacity(bench, need, wording),
           beyond(need.upper_newtons, bench.guard_newtons) do |short|
             "the guard contains #{wording.at_most(bench.guard_newtons)}, #{short.call(wording)} less than may be " \
               "needed"
           end,
           beyond(need.joules, bench.guard_joules) do
             "the guard contains #{wording.energy(bench.guard_joules)}, #{wording.energy(need.joules)} may be stored"
           end,
           beyond(need.stroke_metres, bench.stroke_metres) do
             "#{wording.length(bench.stroke_metres)} of stroke, #{wording.length(need.stroke_metres)} needed"
           end,
           beyond(need.bed_metres, bench.bed_metres) do
             "the bed is #{wording.length(bench.bed_metres)}, #{wording.length(need.bed_metres)} needed"
           end, speed(bench, need)].compact
        end
        private_class_method :own_limits

        def capacity(bench, need, wording)
          limit, verb = need.push ? [bench.push_newtons, "pushes"] : [bench.pull_newtons, "pulls"]
          beyond(need.upper_newtons, limit) do |short|
            "#{verb} #{wording.at_most(limit)}, #{wording.at_least(need.upper_newtons)} may be needed " \
              "(#{short.call(wording)} short)"
          end
        end
        private_class_method :capacity

        # The block is asked for words when a need lies beyond a limit that is known.
        def beyond(need, limit)
          return if need.nil? || limit.nil? || need <= limit

          yield(->(wording) { wording.at_least(need - limit) })
        end
        private_class_method :beyond

        def speed(bench, need)
          return if need.speed.nil?

          if bench.slowest && need.speed < bench.slowest
            return "no slower than #{per_minute(bench.slowest)}, #{per_minute(need.speed)} wanted"
          end
          return unless bench.fastest && need.speed > bench.fastest

          "no faster than #{per_minute(bench.fastest)}, #{per_minute(need.speed)} wanted"
        end
        private_class_method :speed

        SECONDS = 60
        MILLI = 1000
        def per_minute(speed) = "#{format('%g', (speed * SECONDS * MILLI).round(1))} mm/min"
        private_class_method :per_minute

        # The cell that has the fewest reasons against it.
        def best_cell(bench, need, wording)
          return [nil, ["has no cell"]] if bench.cells.empty?

          bench.cells.map { |cell| [cell, cell_reasons(cell, need, wording)] }.min_by { |_, reasons| reasons.size }
        end
        private_class_method :best_cell

        def cell_reasons(cell, need, wording)
          upper, lowest = need.to_h.values_at(:upper_newtons, :lowest_newtons)
          [beyond(upper, cell.capacity_newtons) do
            "cell #{cell.name} ends at #{wording.at_most(cell.capacity_newtons)}"
          end,
           beyond(upper, cell.verified_high) do
             "cell #{cell.name} is verified up to #{wording.at_most(cell.verified_high)} only"
           end,
           beyond(cell.verified_low, lowest) do
             "cell #{cell.name} is verified from #{wording.at_least(cell.verified_low)} only, " \
               "#{wording.at_most(lowest)} must be read"
           end, ("the check of cell #{cell.name} has lapsed" if cell.lapsed)].compact
        end
        private_class_method :cell_reasons

        def unknown(bench, need)
          { "capacity" => need.push ? bench.push_newtons : bench.pull_newtons, "guard" => bench.guard_newtons,
            "stroke" => need.stroke_metres ? bench.stroke_metres : 0,
            "bed" => need.bed_metres ? bench.bed_metres : 0 }.select { |_, value| value.nil? }.keys
        end
        private_class_method :unknown
      end
    end
  end
end
