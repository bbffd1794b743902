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
          return [@world.borrowed.standard_deviation_si / mean, borrowed_words] if @world.borrowed

          lot = lots.max_by { |l| l[:breaks] }
          return [lot[:standard_deviation_si] / lot[:mean_si], "of #{lot[:name]}, #{lot[:breaks]} breaks"] if lot

          [USUAL_SHARE, "not known, taken as 10 %"]
        end

        def borrowed_words
          p = @world.borrowed.homogeneity_p
          alike = p && (p < 0.05 ? "; they do not scatter alike" : "; they scatter alike")
          "borrowed from #{@world.borrowed.source}, #{@world.borrowed.dof.round} degrees of freedom#{alike}"
        end

        def lots = @lots ||= @world.lots.select { |l| l[:breaks] >= 2 && l[:standard_deviation_si].to_f.positive? }
      end
    end
  end
end
