# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # A load train in sentences: who goes first, what would mend it, what cannot be promised, and the working.
      class TrainWords
        # @param train [LoadTrain]
        # @param wording [Wording]
        # @param wanted [Float] chance wanted that the specimen goes first
        def initialize(train, wording, wanted: LoadTrain::WANTED)
          @train = train
          @wording = wording
          @wanted = wanted
        end

        # @return [Boolean] whether the specimen is the weak link as surely as wanted
        def holds? = @train.promises? && @train.specimen_first >= @wanted

        # @return [String]
        def sentence
          return "The specimen's strength is not known: nobody can say what goes first." unless @train.specimen.known?

          chance = "The specimen goes first with #{@wording.sure(@train.specimen_first)}"
          return "#{chance}. Wanted: #{@wording.per_cent(@wanted)} or more." if @train.promises?

          "Cannot promise: the strength of #{names} is not known. Of the rest, the specimen goes first with " \
            "#{@wording.sure(@train.specimen_first)}."
        end

        # @return [String, nil] the smallest change that makes the specimen the weak link
        def mend
          change = @train.mend(wanted: @wanted) or return
          link = change[:link]
          return everything(change) if link.nil?

          "#{link.name}: one that holds #{@wording.at_least(link.capacity * change[:times])} instead of " \
            "#{@wording.at_most(link.capacity)} makes the specimen the weak link with #{@wording.per_cent(@wanted)}."
        end

        # @return [Array<String>] one line a link: how its strength in line comes about
        def working
          @train.links.map { |link| link.known? ? line(link) : "#{link.name}: strength unknown, never assumed" } +
            ["Chance to go first: ∫ f(x) · Π S(x) dx over the competing strengths, each normal about its mean."]
        end

        private

        def names = @train.unknown.map(&:name).join(" and of ")

        def everything(change)
          "No single stronger link is enough: everything but the specimen must be #{@wording.number(change[:times])} " \
            "times as strong."
        end

        def line(link)
          steps = [@wording.force(link.mean), *link.derates.map { |why, share| "× #{@wording.number(share)} (#{why})" },
                   *strands(link), *legs(link)]
          result = steps.size > 1 ? " = #{@wording.at_most(link.capacity)}" : ""
          "#{link.name}: #{steps.join(' ')}#{result}, s #{@wording.force(link.scatter)}#{source(link)}"
        end

        def strands(link)
          return [] if link.strands == 1

          ["× #{link.strands} strands", *("× #{@wording.number(link.share_factor)} (share)" if link.share_factor < 1)]
        end

        def legs(link)
          return [] if link.legs == 1

          ["× 2 cos(#{@wording.number(link.included_degrees / 2)}°) (two legs, " \
           "#{@wording.number(link.included_degrees)}° between them)"]
        end

        def source(link) = link.source.to_s.empty? ? "" : " (#{link.source})"
      end
    end
  end
end
