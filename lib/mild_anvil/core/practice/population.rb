# frozen_string_literal: true

module MildAnvil
  module Core
    module Practice
      # What all pieces of a lesson are drawn from: known here, and hidden from whoever practises.
      class Population
        NORMAL = "normal"
        WEIBULL = "weibull"
        MIXTURE = "mixture"
        STEPS = 200 # halvings of the interval that holds a quantile of a mixture

        attr_reader :family, :mean_si, :variation, :weak_share, :weak_at

        # @param family [String] normal, weibull or mixture
        # @param mean_si [Float] of the sound pieces; @param variation [Float] their coefficient
        # @param weak_share [Float] of a mixture: how many pieces are of the weak kind
        # @param weak_at [Float] their mean, as a share of the sound ones'
        # @raise [InvalidInput]
        def initialize(family:, mean_si:, variation:, weak_share: 0.0, weak_at: 1.0)
          unless [NORMAL, WEIBULL, MIXTURE].include?(family) && mean_si.positive? && variation.between?(0.001, 0.4) &&
                 weak_share.between?(0, 0.5) && weak_at.between?(0.1, 1)
            raise InvalidInput.new("There is no such population", fields: { population: "is none" })
          end

          @family = family
          @mean_si = mean_si
          @variation = variation
          @weak_share = family == MIXTURE ? weak_share : 0.0
          @weak_at = weak_at
        end

        # @param share [Float] 0 < share < 1
        # @return [Float] the strength below which that share of all pieces lies
        def quantile(share)
          return Statistics::Weibull.quantile(share, *weibull) if family == WEIBULL
          return normal(share, mean_si) if weak_share.zero?

          low, high = [normal(share, mean_si * weak_at), normal(share, mean_si)].minmax
          STEPS.times do
            middle = (low + high) / 2
            below(middle) < share ? low = middle : high = middle
          end
          low
        end

        # @param stream [#next] numbers between 0 and 1
        # @return [Float] the strength of a piece
        def draw(stream)
          kind = stream.next
          place = stream.next
          return Statistics::Weibull.quantile(place, *weibull) if family == WEIBULL

          [normal(place, kind < weak_share ? mean_si * weak_at : mean_si), mean_si * 0.02].max
        end

        # @return [String] what it was, once it may be told
        def in_words(unit)
          figures = Quantity::FigureRule.for(unit: unit, largest_si: mean_si)
          mean = figures.nearest(mean_si)
          scatter = format("%.1f %%", variation * 100)
          return "Weibull about #{mean}, scatter #{scatter}" if family == WEIBULL
          return "normal about #{mean}, scatter #{scatter}" if weak_share.zero?

          "#{format('%.0f', weak_share * 100)} % of all pieces were weak ones about " \
            "#{figures.nearest(mean_si * weak_at)}; the others lay about #{mean}, scatter #{scatter}"
        end

        def to_h
          { family: family, mean_si: mean_si, variation: variation, weak_share: weak_share, weak_at: weak_at }
        end

        private

        def normal(share, mean) = mean * (1 + (variation * Statistics::Normal.quantile(share)))

        def below(value)
          [[1 - weak_share, mean_si], [weak_share, mean_si * weak_at]].sum do |share, mean|
            share * Statistics::Normal.cdf((value - mean) / (mean * variation))
          end
        end

        # Shape and scale of that mean and scatter; the shape by the usual approximation, the scale exactly.
        def weibull
          @weibull ||= begin
            shape = variation**-1.086
            [shape, mean_si / Math.gamma(1 + (1 / shape))]
          end
        end
      end
    end
  end
end
