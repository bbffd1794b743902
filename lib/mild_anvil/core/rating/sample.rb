# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # The observations of one lot, one per feature, sorted by what they count as.
      class Sample
        attr_reader :observations

        # @param observations [Array<Observation>]
        def initialize(observations)
          @observations = observations.dup.freeze
          @by_kind = @observations.group_by(&:counts_as)
          freeze
        end

        # @return [Sample] without what had been loaded before
        def fresh = Sample.new(observations.reject { |o| o.counts? && o.preloaded? })

        def counted = observations.select(&:counts?)
        def count(kind = nil) = kind ? @by_kind.fetch(kind, []).size : counted.size
        def breaks_si = @by_kind.fetch(:break, []).map(&:value_si)

        # @return [Boolean] whether every counted value is a break, known to the instrument's step
        def complete? = count == count(:break)

        # @raise [InsufficientData] unless there are that many breaks and nothing but breaks
        def breaks!(needed)
          unless complete?
            raise InsufficientData.new("#{incomplete_in_words}; the fitted schools take such values",
                                       at_least: count(:at_least), at_most: count(:at_most), between: count(:between))
          end
          values = breaks_si
          if values.size < needed
            raise InsufficientData.new("needs #{needed} breaks, has #{values.size}", breaks: values.size,
                                                                                     needed: needed)
          end

          values
        end

        # @param resolution_si [Float, nil] step of the display, for what it hides; nil: not known
        # @param logarithms [Boolean] whether those are described
        # @return [Statistics::Description] of at least two breaks with some scatter
        # @raise [InsufficientData] when no scatter can be estimated
        def scattered!(needed = 2, resolution_si: nil, logarithms: false)
          values = DisplayStep.spread(breaks!(needed), resolution_si)
          described = Statistics::Description.of(logarithms ? values.map { |force| Math.log(force) } : values)
          return described unless described.degenerate?

          raise InsufficientData.new("all #{described.count} breaks are equal: the display is too coarse for the " \
                                     "scatter, or one value was copied",
                                     breaks: described.count)
        end

        # @return [String] such as "6 break, 1 at least, 1 void"
        def in_words
          parts = Observation::KINDS.filter_map do |kind|
            "#{count_of(kind)} #{kind.to_s.tr('_', ' ')}" if count_of(kind).positive?
          end
          parts.empty? ? "nothing judged" : parts.join(", ")
        end

        private

        def count_of(kind) = @by_kind.fetch(kind, []).size

        def incomplete_in_words
          words = %i[at_least at_most between].filter_map do |kind|
            if count(kind).positive?
              "#{count(kind)} #{count(kind) == 1 ? 'pull is' : 'pulls are'} only “#{kind.to_s.tr('_',
                                                                                                 ' ')}”"
            end
          end
          words.join(" and ")
        end
      end
    end
  end
end
