# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # What is said of one group against another, in sentences that can stand on paper.
      class PairWords
        SCATTERS = [0.05, 0.1].freeze # what a break of rope, and of print or timber, often scatters by

        # @param pair [PairAnswer]
        # @param comparable [Comparable]
        # @param figures [Quantity::FigureRule]
        def initialize(pair, comparable, figures, confidence: 0.95)
          @pair = pair
          @answer = pair.answer
          @by = comparable
          @figures = figures
          @confidence = confidence
        end

        # @return [Array<String>] the answer first
        def call
          case @answer.verdict
          when :refused then ["“#{one}” and “#{other}” cannot be compared: #{@answer.refusal}."]
          when :cannot_tell then @answer.method == "one_each" ? one_each : [undecided, ruled_out, by_ranks].compact
          else [decided, in_times, ruled_out, by_ranks, how].compact
          end
        end

        private

        def one = @pair.one.name
        def other = @pair.other.name
        def difference = @answer.difference

        def decided
          stronger, weaker = @answer.verdict == :more ? [one, other] : [other, one]
          near, far = [difference.low.abs, difference.high.abs].minmax
          "#{@by.more(stronger, weaker,
                      @figures.nearest(difference.value.abs))}, between #{@figures.down(near).text} and " \
            "#{@figures.up(far)} with #{percent(@confidence)}."
        end

        def undecided
          half = (difference.high - difference.low) / 2
          "Whether “#{one}” and “#{other}” differ cannot be told: #{EffectWords.signed(difference.value,
                                                                                       @figures)} ± " \
            "#{@figures.up(half)} " \
            "with #{percent(@confidence)}."
        end

        # The stronger one over the weaker one, limits outwards.
        def in_times
          ratio = @answer.ratio or return
          values = [ratio.low, ratio.value, ratio.high]
          values = values.map { |v| 1 / v }.reverse if @answer.verdict == :less
          return unless values.all? { |v| v.positive? && v.finite? }

          format("That is %.2f times as much (%.2f to %.2f).", values[1], (values[0] * 100).floor / 100.0,
                 (values[2] * 100).ceil / 100.0)
        end

        # Outwards, so that nothing is ruled out which is not; nothing is said where they have no end.
        def ruled_out
          limits = @answer.excluded
          return unless limits && [limits.low, limits.high].all?(&:finite?)

          gain = outward(limits.high - 1)
          loss = outward(1 - limits.low)
          said = "For “#{one}” these breaks rule out"
          if limits.low > 1 then "#{said} a gain above #{gain} % and one below #{inward(limits.low - 1)} %."
          elsif limits.high < 1 then "#{said} a loss above #{loss} % and one below #{inward(1 - limits.high)} %."
          else "#{said} a gain above #{gain} % and a loss above #{loss} %."
          end
        end

        def by_ranks
          ranks = @answer.ranks or return
          chance = ranks[:chance] &&
                   " A single piece of “#{one}” was the #{@by.adjective} of two with #{percent(ranks[:chance])}."
          "Without taking any shape: p #{chance_text(ranks[:p])} (#{ranks[:kind]}).#{chance}"
        end

        def how
          return if @answer.method == "means"

          @answer.method == "fitted" ? BOUNDS : "One piece against where one more of the other group would lie."
        end

        BOUNDS = "“At least” values count as such; both groups are taken to scatter alike."

        # What a single piece each can say, under a scatter that nobody measured here.
        def one_each
          a, b = [@pair.one, @pair.other].map { |side| side.breaks_si.first }
          apart = (Math.log(a) - Math.log(b)).abs
          chances = SCATTERS.map do |scatter|
            "#{percent(Statistics::Normal.cdf(apart / (scatter * Math.sqrt(2))))} if such pieces scatter by " \
              "#{percent(scatter)}"
          end
          ["One piece each: “#{a >= b ? one : other}” was the #{@by.adjective}, by #{@figures.nearest((a - b).abs)}. " \
           "That it is the #{@by.adjective} kind is right with #{chances.join(', ')}; three each would " \
           "measure the scatter."]
        end

        def outward(share) = format("%g", ((share * 100) - 1.0e-9).ceil)
        def inward(share) = format("%g", ((share * 100) + 1.0e-9).floor)

        def percent(share)
          "#{format('%.3g', (share * 100).clamp(0, 100)).sub(/\A100\z/, share < 1 ? '> 99.9' : '100')} %"
        end

        def chance_text(p) = p < 0.001 ? "< 0.001" : format("%.2g", p)
      end
    end
  end
end
