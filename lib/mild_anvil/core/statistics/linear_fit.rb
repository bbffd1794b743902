# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # Least squares for a linear model of a few columns, by Householder reflections: no normal equations, no lost
      # digits.
      class LinearFit
        RANK_SHARE = 1.0e-11 # a column that keeps less of its length than this depends on the others

        attr_reader :coefficients, :residuals, :dof, :rss

        # @param columns [Array<Array<Float>>] p columns of n values; put a column of ones first for an intercept
        # @param values [Array<Float>] shape (n,), n >= p
        # @raise [InsufficientData] if there are fewer values than columns
        # @raise [InvalidInput] if a column depends on the others
        # Method: QR by Householder.    Source: Golub and Van Loan, Matrix Computations, 4th edition 2013, section 5.3
        def initialize(columns, values)
          @p = columns.size
          @n = values.size
          raise InsufficientData.new("#{@p} unknowns need at least #{@p} values", values: @n) if @n < @p

          @rank_columns = columns
          reduce(columns.map(&:dup), values.dup)
          @residuals = values.each_with_index.map { |v, i| v - (0...@p).sum { |j| columns[j][i] * @coefficients[j] } }
          @rss = @residuals.sum { |r| r * r }
          @dof = @n - @p
        end

        # @return [Float] residual standard deviation
        def residual_deviation = dof.zero? ? 0.0 : Math.sqrt(rss / dof)

        # @param row [Array<Float>] a combination of the coefficients
        # @return [Float] its standard error
        def standard_error(row) = residual_deviation * Math.sqrt(leverage(row))

        # @return [Float] row (XᵀX)⁻¹ rowᵀ
        def leverage(row)
          solved = []
          @p.times { |j| solved << ((row[j] - (0...j).sum { |i| @r[i][j] * solved[i] }) / @r[j][j]) }
          solved.sum { |v| v * v }
        end

        # @return [Array<Float>] standard error of each coefficient
        def standard_errors = (0...@p).map { |j| standard_error(Array.new(@p) { |i| i == j ? 1.0 : 0.0 }) }

        private

        def reduce(columns, values)
          lengths = columns.map { |c| Math.sqrt(c.sum { |v| v * v }) }
          @r = Array.new(@p) { Array.new(@p, 0.0) }
          @p.times do |j|
            reflector = reflector_for(columns[j], j, lengths[j])
            ((j + 1)...@p).each { |k| reflect(columns[k], reflector, j) }
            reflect(values, reflector, j)
            (j...@p).each { |k| @r[j][k] = columns[k][j] }
          end
          @coefficients = back(values)
        end

        def reflector_for(column, from, length)
          norm = Math.sqrt((from...@n).sum { |i| column[i]**2 })
          if norm <= RANK_SHARE * length
            raise InvalidInput.new("these columns depend on each other: not all of them can be told apart",
                                   column: from)
          end

          alpha = column[from].negative? ? norm : -norm
          vector = column.dup
          vector[from] -= alpha
          scale = (from...@n).sum { |i| vector[i]**2 }
          column[from] = alpha
          [vector, scale]
        end

        def reflect(target, reflector, from)
          vector, scale = reflector
          factor = 2 * (from...@n).sum { |i| vector[i] * target[i] } / scale
          (from...@n).each { |i| target[i] -= factor * vector[i] }
        end

        def back(values)
          solution = Array.new(@p, 0.0)
          (@p - 1).downto(0) do |j|
            solution[j] = (values[j] - ((j + 1)...@p).sum do |k|
              @r[j][k] * solution[k]
            end) / @r[j][j]
          end
          solution
        end
      end
    end
  end
end
