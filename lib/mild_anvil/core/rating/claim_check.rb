# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # Judges a claim by the confidence bounds L and M of one percentile (or of the mean) and the shared uncertainty U:
      # pass if L - U >= claim, fail if M + U < claim, else it cannot be told. The shared uncertainty does not shrink with n.
      class ClaimCheck
        # @param sample [Sample]
        # @param terms [Terms] with a claim
        # @param results [Array<SchoolResult>]
        # @param chosen [SchoolResult, nil]
        # @param figures [Quantity::FigureRule]
        def initialize(sample:, terms:, results:, chosen:, figures:)
          @sample = sample
          @terms = terms
          @claim = terms.claim
          @results = results
          @chosen = chosen
          @figures = figures
        end

        # @return [Verdict]
        def call
          claimed = @claim.strength_newtons
          return verdict(:not_comparable, "A working load is claimed without the factor in it: no strength can be compared with it.") if claimed.nil?

          @uncertainty = claimed * @terms.shared_uncertainty_share
          found = one_below(claimed) || by_bounds(claimed)
          @claim.kind == :unknown ? said_to_be_taken_as_a_minimum(found) : found
        end

        private

        def said_to_be_taken_as_a_minimum(found)
          found.dup.tap { |v| v.because = "#{v.because} Its kind is not stated; it is taken as a minimum." }.freeze
        end

        def one_below(claimed)
          return unless @claim.every_piece

          weak = @sample.counted.filter_map { |o| failed_by(o) }.min
          return unless weak && weak + @uncertainty < claimed

          verdict(:fail, "Every piece must meet it, and one failed at #{@figures.nearest(weak)}#{with_uncertainty}.", lower: weak, upper: weak, quantity: "lowest break")
        end

        def failed_by(observation)
          { break: observation.force_newtons, at_most: observation.force_newtons, between: observation.upper_newtons }[observation.counts_as]
        end

        def by_bounds(claimed)
          lower, upper, quantity = @claim.of_the_mean? ? mean_interval : percentile_interval
          return verdict(:cannot_tell, "#{@sample.count(:break)} #{@sample.count(:break) == 1 ? 'break gives' : 'breaks give'} no interval to compare with it.") if lower.nil?

          shown = { lower: lower, upper: upper, quantity: quantity }
          if lower - @uncertainty >= claimed
            verdict(:pass, "The lower bound of the #{quantity}, #{@figures.down(lower)}#{with_uncertainty}, lies at or above the claim.", **shown)
          elsif upper + @uncertainty < claimed
            verdict(:fail, "Even the upper bound of the #{quantity}, #{@figures.up(upper)}#{with_uncertainty}, lies below the claim.", **shown)
          else
            verdict(:cannot_tell, "The #{quantity} lies between #{@figures.down(lower)} and #{@figures.up(upper)}#{with_uncertainty}: the claim is inside. More breaks would narrow it.", **shown)
          end
        end

        def percentile_interval
          by_preference = [@chosen, *%i[tolerance_normal tolerance_lognormal fitted_lognormal].map { |key| @results.find { |r| r.key == key } }]
          result = by_preference.compact.find(&:interval?)
          result && [result.newtons, result.upper_newtons, "#{format('%g', @terms.percentile)}th percentile"]
        end

        # Source: any text on the t interval; two one-sided bounds at the chosen confidence.
        def mean_interval
          described = @sample.scattered!
          half = Statistics::StudentT.quantile(@terms.confidence, described.count - 1) * described.standard_deviation / Math.sqrt(described.count)
          [described.mean - half, described.mean + half, "average"]
        rescue InsufficientData
          nil
        end

        def with_uncertainty = @uncertainty.positive? ? " (± #{@figures.up(@uncertainty)} shared by all readings)" : ""

        def verdict(state, because, lower: nil, upper: nil, quantity: nil)
          Verdict.new(state: state, because: because, claimed_newtons: @claim.strength_newtons, lower_newtons: lower, upper_newtons: upper,
                      uncertainty_newtons: @uncertainty, quantity: quantity).freeze
        end
      end
    end
  end
end
