# frozen_string_literal: true

module MildAnvil
  module Core
    module Endurance
      # A few equations in as many unknowns, and the inverse of GᵀG, through an orthogonal basis.
      module LinearSystem
        module_function

        # @param matrix [Array<Array<Float>>] shape (p, p)
        # @param values [Array<Float>] shape (p,)
        # @return [Array<Float>] shape (p,)
        # @raise [InvalidInput] where the equations depend on each other
        def solve(matrix, values) = Statistics::LinearFit.new(matrix.transpose, values).coefficients

        # @return [Array<Array<Float>>] shape (p, p)
        def inverse(matrix)
          matrix.each_index.map do |i|
            solve(matrix, Array.new(matrix.size) { |k| k == i ? 1.0 : 0.0 })
          end.transpose
        end

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
