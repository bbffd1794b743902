# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # Which school to use: by what is known of the population before anything broke and by how the values count, never
      # by the values themselves. So a hair more or less of a reading never changes the method, and where the method
      # refuses, no weaker one fills in for it. The user decides.
      class Recommendation
        FEW = 2 # breaks, for a scatter

        attr_reader :key, :reason, :wanted

        # @param key [Symbol, nil] nil when it gives no minimum here
        # @param wanted [Symbol, nil] the school by the rule, whether it gives one or not
        def initialize(key:, reason:, wanted: key)
          @key = key
          @reason = reason
          @wanted = wanted
          freeze
        end

        # @param sample [Sample]; @param results [Array<SchoolResult>]
        # @param population [Population, nil] nil: nobody was asked
        # @return [Recommendation]
        def self.for(sample, results, population: nil) = Choice.new(sample, results, population).call

        # One choice, rule by rule.
        class Choice
          # By shape: where every value is a break, and where some are only bounds.
          SCHOOLS = { normal: %i[tolerance_normal fitted_normal], weibull: %i[tolerance_weibull fitted_weibull],
                      unknown: %i[cautious fitted_cautious] }.freeze
          OBJECTING = %i[w_test anderson_darling].freeze # tests of a normal shape

          def initialize(sample, results, population)
            @sample = sample
            @results = results.to_h { |result| [result.key, result] }
            @population = population
          end

          def call
            return nothing("Nothing counts yet. A minimum needs breaks.", nil) if @sample.count.zero?
            return of_survivors if @sample.count == @sample.count(:at_least)
            return nothing(one_break, nil) if @sample.count(:break) < FEW

            wanted = SCHOOLS.fetch(shape)[@sample.complete? ? 0 : 1]
            refusal = refusal(wanted)
            return nothing("#{words(shape)} No minimum this way: #{refusal}", wanted) if refusal

            Recommendation.new(key: wanted, reason: [words(shape), objection].compact.join(" "))
          end

          private

          def nothing(reason, wanted) = Recommendation.new(key: nil, reason: reason, wanted: wanted)

          def refusal(key)
            result = @results[key]
            return if result && !result.refused?

            "#{(result&.refusal || 'it was not computed').delete_suffix('.')}."
          end

          def of_survivors
            refusal = refusal(:proof_survivors)
            said = "Nothing failed: a proof is no strength. It confirms the limit that each piece was proved for"
            return nothing("#{said}; #{refusal}", :proof_survivors) if refusal

            Recommendation.new(key: :proof_survivors, reason: "#{said}. So many carried it that it is a minimum, too.")
          end

          def one_break
            return "One break gives no minimum: it says nothing about the scatter. Pull at least two more." if
              @sample.count == 1

            "#{@sample.count(:break)} of #{@sample.count} broke: a scatter needs two breaks, so there is no minimum."
          end

          def shape
            return :unknown if @population.nil? || !@population.known? || modes.size > 1

            @population.weakest_link? ? :weibull : :normal
          end

          def words(shape)
            why = modes.size > 1 ? of_modes : known
            bounds = @sample.complete? ? "" : " Values that are only bounds are taken for what they are."
            "#{why}: #{BOUNDS.fetch(shape)}.#{bounds}"
          end

          BOUNDS = { normal: "the bound for a normal population",
                     weibull: "the bound for a population whose weakest place decides",
                     unknown: "the cautious bound, that of the longest tail below" }.freeze

          def known
            return "Nothing says what shape the population has" if @population.nil? || !@population.known?

            capital(@population.reason)
          end

          def of_modes = "These broke in #{modes.size} ways (#{modes.join(', ')}), so they are no single population"
          def modes = @modes ||= @sample.counted.filter_map { |o| o.mode if o.counts_as == :break }.uniq.sort

          # Said, and left to whoever decides: a method that changed with it would jump.
          def objection
            return unless shape == :normal && @sample.complete? && objecting.size == OBJECTING.size

            "Both tests of a normal shape object: look at the plot, and at the cautious bound."
          end

          def objecting
            Outliers::SampleTests.for(@sample.breaks_si).select { |test| OBJECTING.include?(test.key) && test.flags }
          end

          def capital(words) = words.sub(/\A./, &:upcase)
        end
        private_constant :Choice
      end
    end
  end
end
