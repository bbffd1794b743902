# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # Several groups at once: do their means differ, do they scatter alike, and which pairs differ?
      class OneWay
        Test = Struct.new(:f, :df1, :df2, :p, keyword_init: true)
        Pair = Struct.new(:one, :other, :difference, :low, :high, :p, keyword_init: true)

        attr_reader :groups

        # @param groups [Hash{String => Array<Float>}] two or more, each with at least two values
        # @raise [InsufficientData]
        # Source: NIST e-Handbook 7.4.3
        def initialize(groups)
          raise InsufficientData.new("a comparison needs at least two groups", groups: groups.size) if groups.size < 2

          groups = groups.transform_values { |values| Statistics::Checks.floats(values) }
          groups.each { |name, values| Group.described(values, name: name) }
          if groups.values.all? { |v| Statistics::Description.of(v).degenerate? }
            raise InsufficientData, "no group has any scatter: no test is defined"
          end

          @groups = groups
        end

        def count = groups.values.sum(&:size)
        def df_between = groups.size - 1
        def df_within = count - groups.size
        def ss_within = groups.values.sum { |v| Group.squares(v) }

        def ss_between
          grand = groups.values.flatten.sum / count
          groups.values.sum { |v| v.size * (((v.sum / v.size) - grand)**2) }
        end

        def ms_within = ss_within / df_within

        # @return [Test] analysis of variance
        def variance = test(ss_between / df_between / ms_within, df_between, df_within)

        # @return [Test] without taking the groups to scatter alike
        # Source: Welch, Biometrika 38 (1951)
        def welch
          described = groups.values.map { |v| Statistics::Description.of(v) }
          weights = described.map { |d| d.count / (d.standard_deviation**2) }
          total = weights.sum
          grand = weights.zip(described).sum { |w, d| w * d.mean } / total
          k = groups.size
          spread = weights.zip(described).sum { |w, d| ((1 - (w / total))**2) / (d.count - 1) }
          between = weights.zip(described).sum { |w, d| w * ((d.mean - grand)**2) } / (k - 1)
          test(between / (1 + (2 * (k - 2) * spread / ((k * k) - 1))), k - 1, ((k * k) - 1) / (3 * spread))
        end

        # Do the groups scatter alike? By distances from the median.
        # Source: Brown and Forsythe, Journal of the American Statistical Association 69 (1974)
        def brown_forsythe = spread { |values| Statistics::Description.of(values).median }

        # The same by distances from the mean (Levene).
        def levene = spread { |values| values.sum / values.size }

        # @return [Hash] h:, df:, p: by ranks alone, ties corrected
        # Source: Kruskal and Wallis, Journal of the American Statistical Association 47 (1952)
        def kruskal_wallis
          all = groups.values.flatten
          sorted = all.sort
          rank = lambda { |v|
            (sorted.bsearch_index { |x| x >= v } + (sorted.bsearch_index do |x|
              x > v
            end || sorted.size) + 1) / 2.0
          }
          n = all.size
          h = (12.0 / (n * (n + 1)) * groups.values.sum { |v| (v.sum(&rank)**2) / v.size }) - (3 * (n + 1))
          ties = 1 - (all.tally.values.sum { |t| (t**3) - t } / ((n**3) - n).to_f)
          { h: h / ties, df: df_between, p: Statistics::ChiSquared.upper_tail(h / ties, df_between) }
        end

        # @return [Float] the studentized range that a pair must exceed
        def tukey_q(confidence = 0.95) = Statistics::StudentizedRange.quantile(confidence, groups.size, df_within)

        # Every pair, with limits that hold for all of them together.
        # @return [Array<Pair>] difference: other less one
        # Source: Kramer, Biometrics 12 (1956); NIST e-Handbook 7.4.7.1
        def tukey(confidence = 0.95)
          q = tukey_q(confidence)
          groups.to_a.combination(2).map do |(one, a), (other, b)|
            difference = (b.sum / b.size) - (a.sum / a.size)
            error = Math.sqrt(ms_within / 2 * ((1.0 / a.size) + (1.0 / b.size)))
            Pair.new(one: one, other: other, difference: difference, low: difference - (q * error),
                     high: difference + (q * error),
                     p: Statistics::StudentizedRange.upper_tail(difference.abs / error, groups.size, df_within))
          end
        end

        private

        def test(f, df1, df2) = Test.new(f: f, df1: df1, df2: df2, p: Statistics::FisherF.upper_tail(f, df1, df2))

        def spread
          distances = groups.transform_values do |values|
            yield(values).then do |centre|
              values.map do |v|
                (v - centre).abs
              end
            end
          end
          OneWay.new(distances).variance
        end
      end
    end
  end
end
