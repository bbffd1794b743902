# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # A whole comparison as plain values: what differs besides, every group, what makes a difference, one against
      # another, what a level is worth, the ranking, and the sentences that may be concluded. Screen, command line and
      # paper print this and compute nothing themselves.
      class Study
        # Bump when a change could give another figure for the same inputs.
        RULE_VERSION = "2"
        MOST = 64 # groups at once

        RATES = ->(per_second) { format("%g/s", per_second) }

        # @param sides [Array<Side>] two or more
        # @param one [Object] key of the side that is asked about
        # @param comparable [Comparable]
        # @param figures [Quantity::FigureRule] of the values
        # @param rates [Proc] SI per second -> words
        # @param left_out [Integer] groups that belong here and were not handed over, for want of room
        # @param shared [Hash] that studies of the same sides, asked about another one, hand to each other
        def initialize(sides, one:, comparable:, figures:, confidence: 0.95, rates: RATES, shared: {},
                       left_out: 0)
          raise InsufficientData.new("a comparison needs at least two groups", groups: sides.size) if sides.size < 2

          @sides = sides.first(MOST)
          @left_out = left_out + sides.size - @sides.size
          @one = @sides.find { |s| s.key == one } || @sides.first
          @by = comparable
          @figures = figures
          @confidence = confidence
          @rates = rates
          @shared = shared
        end

        # @param against [Object, nil] key of the side that it is set against; nil: the next in the ranking
        # @return [Hash]
        def to_h(against: nil)
          pair = pair(@sides.find { |s| s.key == against && s != @one } || nearest)
          whole.merge(pair: pair, conclusions: conclusions(pair))
        end

        private

        # All but what depends on which side it is set against: computed once.
        def whole
          @whole ||= { rule_version: RULE_VERSION, by: @by.key, by_name: @by.name, unit: @figures.unit.symbol,
                       confidence: @confidence, mind: mind, groups: groups, effects: effects, levels: levels,
                       ranking: ranking, paired: paired, worth: Worth.call(places, @figures), claims: claims }
        end

        def mind = @shared[:mind] ||= [*room, *Differs.new(@sides, @by, rates: @rates).call]

        # What is not compared for want of room is said before anything else.
        def room
          return if @left_out.zero?

          "#{@left_out} more #{@left_out == 1 ? 'group of this study is' : 'groups of this study are'} not in this " \
            "comparison: it takes #{MOST} at once. Any answer may be another one with them."
        end

        def places = @places ||= ranked.places
        def ranked = @shared[:ranked] ||= Ranking.new(@sides, confidence: @confidence)
        def figure(value_si) = value_si && @figures.nearest(value_si).to_h

        # The one beside it in strength, which is what somebody asks first.
        def nearest
          here = places.index { |p| p.side == @one }
          other = here ? places[here + 1] || places[here - 1] : nil
          other && other.side != @one ? other.side : @sides.find { |s| s != @one }
        end

        def groups
          by_side = places.to_h { |place| [place.side.key, place] }
          @sides.partition { |side| side.equal?(@one) }.flatten.map { |side| group(side, by_side[side.key]) }
        end

        def group(side, place)
          { key: side.key, name: side.name, subject: side == @one, counts_in_words: side.sample.in_words,
            levels: side.levels.transform_values(&:name), centre: figure(place&.centre), low_si: place&.low,
            high_si: place&.high, low: place&.low && @figures.down(place.low).to_h,
            high: place&.high && @figures.up(place.high).to_h, marks: marks(side),
            places: Judgement::Places.call(side.places, item: side.item) }
        end

        def marks(side)
          side.sample.observations.map do |o|
            { counts_as: o.counts_as.to_s, value_si: o.value_si, upper_si: o.upper_si, preloaded: o.preloaded?,
              pull_id: o.reference, label: o.label }
          end
        end

        def effects = @shared[:effects] ||= EffectWords.call(@sides, @figures, @confidence)

        def pair(other)
          (@pairs ||= {})[other.key] ||= one_against(other)
        end

        def one_against(other)
          pair = PairAnswer.new(@one, other, confidence: @confidence)
          answer = pair.answer
          { one: @one.key, other: other.key, one_name: @one.name, other_name: other.name,
            verdict: answer.verdict.to_s, method: answer.method, difference: limits(answer.difference),
            ratio: answer.ratio&.to_h, p: answer.p, ranks: answer.ranks,
            sentences: PairWords.new(pair, @by, @figures, confidence: @confidence).call }
        end

        def limits(found)
          found && { value_si: found.value, low_si: found.low, high_si: found.high, value: figure(found.value),
                     low: @figures.down(found.low).to_h, high: @figures.up(found.high).to_h }
        end

        def paired = @paired ||= FirstSecond.call(@one, @by, @figures, @confidence)
        def levels = @levels ||= LevelWords.call(@sides, @one, @figures, @confidence)
        def ranking = @shared[:ranking] ||= RankingWords.call(ranked, @by, @figures)
        def claims = @by.strength ? @claims ||= ClaimShare.call(@sides, @figures, @confidence) : []

        # What may be put on paper: each stands alone, with its limits.
        def conclusions(pair)
          { "pair" => pair[:sentences].first(3), "effects" => effects[:sentences], "levels" => levels[:sentences],
            "ranking" => ranking[:sentences], "paired" => paired, "claims" => claims }
            .flat_map do |part, all|
            all.each_with_index.map do |text, i|
              { key: "#{part}-#{i + 1}", part: part, text: text }
            end
          end
        end
      end
    end
  end
end
