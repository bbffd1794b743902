# frozen_string_literal: true

module MildAnvil
  module Core
    module Endurance
      # The inverse of GᵀG for a few columns, through an orthogonal basis.
      module LinearSystem
        module_function

        # @param rows [Array<Array<Float>>] shape (n, p)
        # @return [Array<Array<Float>>] shape (p, p)
        def covariance(rows)
          fit = Statistics::LinearFit.new(rows.transpose, Array.new(rows.size, 0.0))
          size = rows.first.size
          unit = ->(i) { Array.new(size) { |k| k == i ? 1.0 : 0.0 } }
          diagonal = Array.new(size) { |i| fit.leverage(unit.call(i)) }
          Array.new(size) do |i|
            Array.new(size) do |j|
              next diagonal[i] if i == j

              (fit.leverage(unit.call(i).zip(unit.call(j)).map(&:sum)) - diagonal[i] - diagonal[j]) / 2
            end
          end
        end
      end
    end
  end
end
