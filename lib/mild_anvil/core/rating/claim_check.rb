# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # Judges a claim by the confidence bounds L and M of one percentile (or of the mean) and the shared uncertainty U:
      # pass if L - U >= claim, fail if M + U < claim, else it cannot be told. The shared uncertainty does not shrink
      # with n. Where nobody knows it, no claim is passed or failed by bounds.
      class ClaimCheck
        # Where the chosen school gives no upper bound, the first of these that does.
        WITH_INTERVAL = %i[tolerance_normal tolerance_lognormal fitted_lognormal].freeze
        NOT_KNOWN = "How far off all readings may be together is not known, as no instrument with a certificate or a " \
                    "check is named: this claim cannot be told before it is."

        # @param claim [Claim]
        # @param sample [Sample]
        # @param terms [Terms]
        # @param results [Array<SchoolResult>]
        # @param chosen [SchoolResult, nil]
        # @param figures [Quantity::FigureRule]
        def initialize(claim:, sample:, terms:, results:, chosen:, figures:)
          @claim = claim
          @sample = sample
          @terms = terms
          @results = results
          @chosen = chosen
          @figures = figures
        end

        # @return [Verdict]
        def call
          reason = @claim.not_comparable(@terms)
          return verdict(:not_comparable, reason) if reason

          claimed = @claim.strength_si
          @uncertainty = @terms.shared_uncertainty_share && (claimed * @terms.shared_uncertainty_share)
          found = one_below(claimed) || by_bounds(claimed)
          @claim.kind == :unknown ? said_to_be_taken_as_a_minimum(found) : found
        end

        private

        def said_to_be_taken_as_a_minimum(found)
          found.dup.tap { |v| v.reason = "#{v.reason} Its kind is not stated; it is taken as a minimum." }.freeze
        end

        def one_below(claimed)
          return unless @claim.every_piece

          weak = @sample.counted.filter_map { |o| failed_by(o) }.min
          return unless weak && @uncertainty && weak + @uncertainty < claimed

          verdict(:fail, "Every piece must meet it, and one failed at #{@figures.nearest(weak)}#{with_uncertainty}.",
                  lower: weak, upper: weak, quantity: "lowest break")
        end

        def failed_by(observation)
          { break: observation.value_si, at_most: observation.value_si,
            between: observation.upper_si }[observation.counts_as]
        end

        def by_bounds(claimed)
          lower, upper, quantity = @claim.of_the_mean? ? mean_interval : percentile_interval
          return verdict(:cannot_tell, one_break || no_interval) if lower.nil?

          state = state(lower, upper, claimed)
          verdict(state, sentence(state, lower, upper, quantity), lower: lower, upper: upper, quantity: quantity,
                                                                  sure: sure(claimed))
        end

        # The shared uncertainty apart, which no number of breaks takes away.
        def sure(claimed)
          return if @claim.of_the_mean? || @interval.nil?

          Sureness.new(@sample, @terms, Schools.find(@interval.key)).at_least(claimed)
        end

        def wrong(state, sure)
          return if sure.nil?

          pass, fail = [1 - sure, sure].map { |share| WrongShare.call(share) }
          { pass: "Wrong with #{pass}, by these breaks alone.", fail: "Wrong with #{fail}, by these breaks alone.",
            cannot_tell: "Passed now it would be wrong with #{pass}, failed now with #{fail}." }.fetch(state)
        end

        def state(lower, upper, claimed)
          return :cannot_tell if @uncertainty.nil?
          return :pass if lower - @uncertainty >= claimed

          upper + @uncertainty < claimed ? :fail : :cannot_tell
        end

        def sentence(state, lower, upper, quantity)
          return unknown_sentence(lower, upper, quantity) if @uncertainty.nil?

          low = @figures.down(lower)
          high = @figures.up(upper)
          case state
          when :pass then "The lower bound of the #{quantity}, #{low}#{with_uncertainty}, lies at or above the claim."
          when :fail then "Even the upper bound of the #{quantity}, #{high}#{with_uncertainty}, lies below the claim."
          else
            "The #{quantity} lies between #{low} and #{high}#{with_uncertainty}: the claim is inside. More breaks " \
            "would narrow it."
          end
        end

        def unknown_sentence(lower, upper, quantity)
          "By these breaks alone the #{quantity} lies between #{@figures.down(lower)} and #{@figures.up(upper)}. " \
            "#{NOT_KNOWN}"
        end

        # The commonest question of a shop that pulls one: what it says of this piece, and of the rest.
        def one_break
          return unless @sample.count == 1 && @sample.complete?

          loads = @terms.requirements.select { |row| row.measure == :working_load }.map(&:value_si)
          OneBreak.new(@sample.breaks_si.first, @claim, uncertainty_si: @uncertainty, figures: @figures,
                                                        loads: loads).words
        end

        def no_interval
          breaks = @sample.count(:break)
          "#{breaks} #{breaks == 1 ? 'break gives' : 'breaks give'} no interval to compare with it."
        end

        def percentile_interval
          by_preference = [@chosen, *WITH_INTERVAL.map { |key| @results.find { |r| r.key == key } }]
          result = @interval = by_preference.compact.find(&:interval?)
          result && [result.value_si, result.upper_si, "#{format('%g', @terms.percentile)}th percentile"]
        end

        # Source: any text on the t interval; two one-sided bounds at the chosen confidence.
        def mean_interval
          described = @sample.scattered!
          t = Statistics::StudentT.quantile(@terms.confidence, described.count - 1)
          half = t * described.standard_deviation / Math.sqrt(described.count)
          [described.mean - half, described.mean + half, "average"]
        rescue InsufficientData
          nil
        end

        def with_uncertainty = @uncertainty&.positive? ? " (± #{@figures.up(@uncertainty)} shared by all readings)" : ""

        def verdict(state, reason, lower: nil, upper: nil, quantity: nil, sure: nil)
          Verdict.new(state: state, reason: reason, claim: @claim, claimed_si: @claim.strength_si, lower_si: lower,
                      upper_si: upper,
                      uncertainty_si: @uncertainty, quantity: quantity, sure_share: sure,
                      wrong: wrong(state, sure)).freeze
        end
      end
    end
  end
end
