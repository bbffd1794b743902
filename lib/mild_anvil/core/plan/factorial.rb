# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # The cells of a study: every combination of its factors' levels, or those that were chosen.
      class Factorial
        # name; kind nominal, quantity or order_of_steps; levels in order: name, value (for a quantity)
        Factor = Struct.new(:name, :kind, :levels, keyword_init: true)
        Level = Struct.new(:name, :value, keyword_init: true)
        MOST_CELLS = 200
        MOST_STEPS = 5 # 120 orders

        attr_reader :factors

        # @param factors [Array<Factor>]
        # @raise [InvalidInput] with all that is wrong at once
        def initialize(factors)
          wrong = factors.flat_map { |factor| faults(factor) }
          wrong << "two factors have the same name" if factors.map { |f| f.name.downcase }.uniq.size < factors.size
          wrong << "a study needs a factor" if factors.empty?
          wrong << "#{size(factors)} cells are more than #{MOST_CELLS}" if wrong.empty? && size(factors) > MOST_CELLS
          raise InvalidInput.new(wrong.join("; "), fields: { factors: wrong.join("; ") }) unless wrong.empty?

          @factors = factors
        end

        # @return [Array<Array<String>>] one level name of each factor, the last factor fastest
        def cells
          first, *rest = factors.map { |factor| factor.levels.map(&:name) }
          first.product(*rest)
        end

        # @param chosen [Array<Array<String>>]
        # @return [Array<String>] what is wrong with a choice of cells: unknown or doubled ones, levels in none of them
        def faults_of(chosen)
          doubled = chosen.tally.select { |_, n| n > 1 }.keys
          unknown = chosen.uniq - cells
          unused = factors.each_with_index.flat_map do |factor, i|
            (factor.levels.map(&:name) - chosen.map { |cell| cell[i] }).map { |name| "#{factor.name} “#{name}”" }
          end
          [*unknown.map { |cell| "there is no cell #{cell.join(' · ')}" },
           *doubled.map { |cell| "#{cell.join(' · ')} stands twice" },
           *unused.map { |name| "#{name} is in no chosen cell: nothing can be said about it" }]
        end

        # Every order of a few steps, as levels of a factor.
        # @param steps [Array<String>]
        # @return [Array<Level>]
        def self.orders(steps)
          if steps.size < 2 || steps.size > MOST_STEPS || steps.uniq.size < steps.size
            raise InvalidInput.new("an order needs 2 to #{MOST_STEPS} different steps", steps: steps.size)
          end

          steps.permutation.map { |order| Level.new(name: order.join(", then "), value: nil) }
        end

        private

        def size(factors) = factors.map { |factor| factor.levels.size }.reduce(1, :*)

        def faults(factor)
          names = factor.levels.map { |level| level.name.strip.downcase }
          values = factor.levels.map(&:value)
          [("“#{factor.name}” needs at least two levels" if names.size < 2),
           ("“#{factor.name}” has the same level twice" if names.uniq.size < names.size),
           *(quantity_faults(factor.name, values) if factor.kind == "quantity")].compact
        end

        def quantity_faults(name, values)
          return ["each level of “#{name}” needs its number: it is a quantity"] if values.any?(&:nil?)
          return [] if values.uniq.size == values.size

          ["“#{name}” has the same number at two levels"]
        end
      end
    end
  end
end
