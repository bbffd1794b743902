# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # One group against another, by what their values allow: means with limits; with bounds among them a fitted model;
      # a single piece against where one more of the other would lie; one each by what that is worth.
      class PairAnswer
        # verdict: more, less, cannot_tell or refused; estimates nil where there are none
        Answer = Struct.new(:method, :verdict, :difference, :ratio, :p, :ranks, :excluded, :refusal, keyword_init: true)
        Limits = Struct.new(:value, :low, :high, keyword_init: true)

        attr_reader :one, :other

        # @param one [Side] that is asked about
        # @param other [Side] it is set against
        def initialize(one, other, confidence: 0.95)
          @one = one
          @other = other
          @confidence = confidence
        end

        # @return [Answer]
        def answer = @answer ||= found.freeze

        private

        def found
          return refused("no piece of “#{[one, other].find(&:empty?).name}” counts yet") if none?
          return fitted unless one.complete? && other.complete?
          return single if [one.size, other.size].min == 1

          by_means
        rescue InsufficientData, InvalidInput => e
          refused(e.message)
        end

        def none? = [one, other].any?(&:empty?)
        def refused(why) = Answer.new(method: "none", verdict: :refused, refusal: why)

        def by_means
          test = Difference.new(one.breaks_si, other.breaks_si)
          ratio = part do
            Ratio.new(one.breaks_si, other.breaks_si).then do |r|
              limits(r.value, r.separate(@confidence))
            end
          end
          ranks = part { RankTest.new(one.breaks_si, other.breaks_si) }
          excluded = part { Ratio.new(one.breaks_si, other.breaks_si).separate((2 * @confidence) - 1) }
          answer_of("means", test.value, test.interval(@confidence), p: test.p_two_sided, ratio: ratio,
                                                                     ranks: ranks && ranks_of(ranks),
                                                                     excluded: excluded)
        end

        # The weaker group of columns says by how much; the ratio by its logarithms. Ranks as log-rank scores.
        def fitted
          values = one.counted + other.counted
          columns = [Array.new(values.size, 1.0), ([1.0] * one.size) + ([0.0] * other.size)]
          row = [0.0, 1.0]
          straight = CensoredRegression.new(values, columns, family: :normal)
          logs = part { CensoredRegression.new(values, columns, family: :lognormal) }
          answer_of("fitted", straight.at(row), straight.interval(row, @confidence),
                    p: straight.p_two_sided(row), ratio: logs && exponent(logs, row, @confidence), ranks: scores,
                    excluded: logs && exponent(logs, row, (2 * @confidence) - 1))
        end

        def exponent(logs, row, confidence)
          low, high = logs.interval(row, confidence)
          Limits.new(value: Math.exp(logs.at(row)), low: Math.exp(low), high: Math.exp(high))
        end

        # One piece against where one more of the other would lie.
        def single
          raise InsufficientData, "" if one.size == other.size

          alone, many = [one, other].sort_by(&:size)
          described = Group.described(many.breaks_si)
          if described.degenerate?
            raise InsufficientData,
                  "all values of “#{many.name}” are equal: no limits can be given"
          end

          sign = alone.equal?(one) ? 1 : -1
          away = sign * (alone.breaks_si.first - described.mean)
          error = described.standard_deviation * Math.sqrt(1 + (1.0 / many.size))
          reach = Group.two_sided(@confidence, many.size - 1) * error
          answer_of("single", away, [away - reach, away + reach],
                    p: 2 * Statistics::StudentT.upper_tail((away / error).abs, many.size - 1))
        rescue InsufficientData => e
          e.message.empty? ? Answer.new(method: "one_each", verdict: :cannot_tell) : raise
        end

        def answer_of(method, value, (low, high), p:, ratio: nil, ranks: nil, excluded: nil)
          verdict = if low.positive? then :more
                    elsif high.negative? then :less
                    else :cannot_tell
                    end
          Answer.new(method: method, verdict: verdict, difference: Limits.new(value: value, low: low, high: high),
                     ratio: ratio, p: p, ranks: ranks, excluded: excluded)
        end

        def limits(value, found) = Limits.new(value: value, low: found.low, high: found.high)
        def ranks_of(test) = { p: test.p_two_sided, chance: test.probability_a_above_b, kind: "rank test" }

        def scores
          part do
            test = LogRank.new([one.counted, other.counted])
            { p: test.p, chance: nil, kind: test.exact? ? "log-rank test, every way of dealing" : "log-rank test" }
          end
        end

        def part
          yield
        rescue InsufficientData, InvalidInput
          nil
        end
      end
    end
  end
end
