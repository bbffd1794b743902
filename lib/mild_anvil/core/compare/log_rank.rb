# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # Which of several groups tends to give way at lower loads, when some pieces did not break: no shape is assumed.
      class LogRank
        TAKEN = %i[break at_least].freeze
        MOST_ARRANGEMENTS = 20_000 # up to here every way of dealing the pieces out is looked at

        attr_reader :observed, :expected, :chi_squared, :df

        # @param groups [Array<Array<Rating::Observation>>] two or more, breaks and "at least"
        # @raise [InsufficientData] with an empty group or no break; [InvalidInput] for other ways of counting
        # Source: Peto and Peto, Journal of the Royal Statistical Society A 135 (1972); Kalbfleisch and Prentice, The
        # Statistical Analysis of Failure Time Data, 2nd edition 2002, section 1.5
        # Method: hypergeometric variance at each load at which one broke.
        def initialize(groups)
          check!(groups)
          @groups = groups
          @df = groups.size - 1
          tables
          @chi_squared = quadratic_form
        end

        # @return [Float] by the chi-squared distribution, which flatters small groups
        def p_asymptotic = Statistics::ChiSquared.upper_tail(chi_squared, df)

        # @return [Float] for two small groups by every way of dealing the pieces out; else as the distribution has it
        # Method: the sum of one group's log-rank scores, so far from nothing or farther.
        def p = exact? ? p_exact : p_asymptotic

        # @return [Boolean]
        def exact? = @groups.size == 2 && arrangements <= MOST_ARRANGEMENTS

        private

        def check!(groups)
          raise InsufficientData, "a comparison needs at least two groups" if groups.size < 2
          raise InsufficientData, "each group needs at least one value" if groups.any?(&:empty?)

          all = groups.flatten
          other = all.find { |o| !TAKEN.include?(o.counts_as) }
          if other
            raise InvalidInput, "the log-rank test takes breaks and “at least”; " \
                                "“#{other.counts_as.to_s.tr('_', ' ')}” needs the fitted comparison"
          end
          raise InsufficientData, "nothing broke: there is nothing to compare by" if all.none?(&:break?)
        end

        def tables
          @observed = Array.new(@groups.size, 0)
          @expected = Array.new(@groups.size, 0.0)
          @variance = Array.new(df) { Array.new(df, 0.0) }
          loads.each { |load| add(load) }
        end

        def loads = @groups.flatten.select(&:break?).map(&:value_si).uniq.sort

        def add(load)
          at_risk = @groups.map { |g| g.count { |o| o.value_si >= load } }
          broke = @groups.map { |g| g.count { |o| o.break? && o.value_si == load } }
          n = at_risk.sum
          d = broke.sum
          @groups.each_index do |i|
            @observed[i] += broke[i]
            @expected[i] += d * at_risk[i].fdiv(n)
          end
          spread = n > 1 ? d * (n - d).fdiv(n - 1) : 0.0
          df.times do |i|
            df.times do |j|
              share = at_risk[i].fdiv(n)
              @variance[i][j] += spread * share * ((i == j ? 1 : 0) - at_risk[j].fdiv(n))
            end
          end
        end

        def quadratic_form
          away = Array.new(df) { |i| observed[i] - expected[i] }
          solved = Endurance::LinearSystem.solve(@variance, away)
          away.zip(solved).sum { |a, b| a * b }
        rescue InsufficientData, InvalidInput
          raise InsufficientData,
                "all that broke broke after the others were through: the groups never ran side by side"
        end

        def sizes = @groups.map(&:size)

        def arrangements
          n = sizes.sum
          k = sizes.min
          (1..k).reduce(1) { |ways, i| ways * (n - k + i) / i }
        end

        # What each piece adds to observed less expected of its group.
        def scores
          hazard = loads.map do |load|
            all = @groups.flatten
            [load, all.count { |o| o.break? && o.value_si == load }.fdiv(all.count { |o| o.value_si >= load })]
          end
          @groups.flatten.map do |o|
            (o.break? ? 1 : 0) - hazard.sum { |load, share| load <= o.value_si ? share : 0.0 }
          end
        end

        def p_exact
          scores = scores()
          small = sizes.each_with_index.min.last
          own = small.zero? ? scores.first(sizes[0]) : scores.drop(sizes[0])
          far = own.sum.abs - 1.0e-9
          scores.combination(own.size).count { |dealt| dealt.sum.abs >= far }.fdiv(arrangements)
        end
      end
    end
  end
end
