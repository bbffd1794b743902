# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # Mean and scatter that a plan assumes, and where each comes from.
      class Assumed
        USUAL_SHARE = 0.10 # where nothing at all is known of the scatter
        FEW = 5

        # @param plan [Composed]
        def initialize(plan)
          @plan = plan
          @typed = plan.content.part(:expected)
          @world = plan.world
        end

        # @return [Hash, nil] mean_si:, deviation_si:, variation_share:, source:; nil when no mean can be assumed
        def call
          mean, from = mean_and_source
          return if mean.nil?

          share, scatter_from = scatter(mean)
          { mean_si: mean, deviation_si: mean * share, variation_share: share,
            source: "mean #{from}; scatter #{scatter_from}" }
        end

        private

        def mean_and_source
          typed = @typed.si(:mean)
          return [typed, "as expected"] if typed

          lot = lots.max_by { |l| l[:breaks] }
          return [lot[:mean_si], "of #{lot[:name]}"] if lot

          claim = @world.claims.filter_map(&:strength_si).max
          claim && [claim, "as claimed"]
        end

        def scatter(mean)
          typed = @typed.share(:scatter_percent)
          raise InvalidInput.new("a scatter must be above zero", fields: { scatter: "is 0" }) if typed&.zero?
          return [typed, "as expected"] if typed
          if @world.borrowed
            return [@world.borrowed.standard_deviation_si / mean,
                    words("borrowed from", @world.borrowed)]
          end
          return of_earlier(mean) unless lots.empty?

          [USUAL_SHARE, "not known, taken as 10 %"]
        end

        # Earlier lots of the type together, if they scatter alike; else the one that scatters most.
        def of_earlier(mean)
          pooled = pooled_scatter
          return [pooled.standard_deviation_si / mean, words("pooled from", pooled)] unless unlike?(pooled)

          widest = lots.max_by { |lot| lot[:standard_deviation_si] }
          [widest[:standard_deviation_si] / mean,
           "of #{widest[:name]}, the widest of #{lots.size} earlier lots that do not scatter alike"]
        end

        def pooled_scatter
          described = lots.map { |lot| Summary.new(*lot.values_at(:breaks, :standard_deviation_si)) }
          found = Statistics::Homogeneity.of_described(described)
          names = lots.first(MOST_NAMED).map { |lot| lot[:name] }
          Rating::Borrowed.new(standard_deviation_si: found.standard_deviation, dof: found.dof, homogeneity_p: found.p,
                               source: names.join(", "))
        end

        Summary = Struct.new(:count, :standard_deviation)
        MOST_NAMED = 4
        UNLIKE = 0.05
        private_constant :Summary

        def unlike?(borrowed) = !borrowed.homogeneity_p.nil? && borrowed.homogeneity_p < UNLIKE

        def words(verb, borrowed)
          alike = borrowed.homogeneity_p && (unlike?(borrowed) ? "; they do not scatter alike" : "; they scatter alike")
          "#{verb} #{borrowed.source}, #{borrowed.dof.round} degrees of freedom#{alike}"
        end

        def lots = @lots ||= @world.lots.select { |l| l[:breaks] >= 2 && l[:standard_deviation_si].to_f.positive? }
      end
    end
  end
end
