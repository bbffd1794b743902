# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # What a careful colleague says before any figure: what else differs between the groups than what is compared.
      class Differs
        RATES_APART = 1.5 # times: rope and print answer to that
        MOST_NAMED = 3

        # @param sides [Array<Side>]
        # @param comparable [Comparable]
        # @param rates [Proc] SI per second -> words
        def initialize(sides, comparable, rates:)
          @sides = sides
          @by = comparable
          @rates = rates
        end

        # @return [Array<String>]
        def call = [*conditions, rate, preloaded, bounds, other_question, *places].compact

        private

        # A condition that goes with the levels of a factor is what is being tried.
        def conditions
          @sides.flat_map { |s| s.conditions.keys }.uniq.filter_map do |name|
            groups = @sides.group_by { |s| s.conditions[name].to_s }
            next if groups.size < 2 || tried?(groups.keys)

            parts = groups.map { |words, sides| "#{words.empty? ? 'not said' : words} (#{names(sides)})" }
            "#{name} differs: #{parts.join('; ')}."
          end
        end

        def tried?(words)
          levels = @sides.flat_map { |s| s.levels.values.map { |l| l.name.downcase } }
          words.all? do |w|
            levels.any? do |level|
              level.include?(w.downcase) || w.downcase.include?(level)
            end && !w.empty?
          end
        end

        def rate
          known = @sides.select(&:rate)
          return if known.size < 2

          slow, fast = known.minmax_by(&:rate)
          return if fast.rate < RATES_APART * slow.rate

          "“#{fast.name}” was pulled at #{@rates.call(fast.rate)}, “#{slow.name}” at #{@rates.call(slow.rate)}."
        end

        def preloaded
          loaded = @sides.select { |s| s.counted.any?(&:preloaded?) }
          return if loaded.empty? || loaded.size == @sides.size

          "Pieces that were loaded before count in #{names(loaded)} and not in the others."
        end

        def bounds
          sides = @sides.reject(&:complete?)
          return if sides.empty?

          "Not every piece of #{names(sides)} broke: what is only a bound counts as one."
        end

        def other_question
          return if @by.strength || @sides.none? { |s| s.claims.any? }

          "A claim about strength is not answered by #{@by.name}."
        end

        def places
          said = @sides.flat_map do |side|
            Judgement::Places.call(side.places, item: side.item).grep(/rated/).map { |words| [side, words] }
          end
          said.group_by { |_, words| words.sub(COUNTED, "Most") }.map { |words, all| at_place(words, all) }
        end

        COUNTED = /\A\d+ of \d+/

        # One group with its count, several that say the same together.
        def at_place(words, all)
          sides = all.map(&:first)
          return "#{names(sides)}: #{all.first.last}" if all.one?

          return "In every group #{words.sub(/\A./, &:downcase)}" if sides.size == @sides.size

          "#{names(sides)}: #{words.sub(/\A./, &:downcase)}"
        end

        def names(sides)
          shown = sides.first(MOST_NAMED).map { |s| "“#{s.name}”" }.join(", ")
          sides.size > MOST_NAMED ? "#{shown} and #{sides.size - MOST_NAMED} more" : shown
        end
      end
    end
  end
end
