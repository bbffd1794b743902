# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # Which school to use, by stated rules from what is known of the population and of the values, and the sentence
      # that says why and what it rests on. The user decides.
      class Recommendation
        FEW = 3
        OBJECTING = %i[w_test anderson_darling].freeze # tests of a normal shape
        # Of 100 lots of so many values from a Weibull population of exponent 20, how many either test flags; of
        # exponents 5 and 8 fewer. 600 lots each, docs/validation.md.
        SEEN = { 5 => 8, 10 => 12, 15 => 20, 20 => 21, 30 => 33, 50 => 56 }.freeze
        # Measured with bin/coverage: what a 95 % bound for a normal population keeps where the weakest place decides,
        # and what the values of a lot whose strongest pieces were stopped early keep.
        OFF_SHAPE = "79 to 91 %"
        INFORMATIVE = "86 to 99 %"
        MIXED_BOUNDS = "79 to 95 %"
        MIXED = "82 to 95 %" # of the cautious bound, where two kinds of pieces are mixed

        attr_reader :key, :reason

        # @param key [Symbol, nil] nil when no school gives a minimum
        def initialize(key:, reason:)
          @key = key
          @reason = reason
          freeze
        end

        # @param sample [Sample]; @param results [Array<SchoolResult>]
        # @param population [Population, nil] nil: nobody was asked
        # @return [Recommendation]
        def self.for(sample, results, population: nil) = Choice.new(sample, results, population).call

        # One choice, rule by rule.
        class Choice
          def initialize(sample, results, population)
            @sample = sample
            @results = results.to_h { |result| [result.key, result] }
            @population = population
          end

          # The first school that gave a value.
          def call
            key, reason = rules.find { |school, _| gives?(school) }
            key ? Recommendation.new(key: key, reason: reason) : Recommendation.new(key: nil, reason: no_minimum)
          end

          private

          def gives?(key) = @results[key] && !@results[key].refused?

          def rules
            [[:proof_survivors, "Nothing failed, so only what all of them carried can be stated."],
             *(complete? ? of_breaks : []), *(censored? ? of_bounds : []),
             ([:lowest, "Too little else can be said: the lowest value, with the confidence that its number gives."] if
               @sample.count >= 2)].compact
          end

          def complete? = @sample.complete? && @sample.count >= FEW
          def censored? = !@sample.complete? && @sample.count(:break) >= 2 && @sample.count >= FEW

          def of_breaks
            return [weakest, *normal] if @population&.weakest_link?
            return [cautious, *normal] if @population && (doubt || !@population.known?)

            normal
          end

          def normal
            [[:tolerance_normal, "#{known}The factor for a normal population is exact at this number; #{off_shape}."],
             [:tolerance_lognormal, "The scatter is too large for a normal population that cannot be weaker than " \
                                    "nothing; logarithms take it."]]
          end

          def known
            @population ? "#{capital(@population.reason)}, so a normal population is to be expected. " : ""
          end

          def off_shape
            seen = SEEN.find { |values, _| values >= @sample.count }&.last
            if seen
              blind = "at #{@sample.count} values no test sees more than #{seen} of 100 lots of another shape, and "
            end
            "#{blind}where the weakest place decides instead it would keep #{OFF_SHAPE} rather than its 95"
          end

          def weakest
            [:fitted_weibull, "#{capital(@population.reason)}: a Weibull population, with the bound calibrated for " \
                              "this number of breaks.#{cost}"]
          end

          def cautious
            [:fitted_weibull, "#{doubt || 'Nothing says what shape the population has'}: this bound kept its promise " \
                              "over the shapes that were tried; of two kinds of pieces mixed it kept #{MIXED}.#{cost}"]
          end

          # Why the shape that the item would have is not believed here.
          def doubt
            @doubt ||= if modes.size > 1
                         "These broke in #{modes.size} ways (#{modes.join(', ')}), so they are no single population"
                       elsif @sample.complete? && objecting.size == OBJECTING.size
                         "Both tests of a normal shape object"
                       end
          end

          def modes = @modes ||= @sample.counted.filter_map { |o| o.mode if o.counts_as == :break }.uniq.sort

          def objecting
            @objecting ||= Outliers::SampleTests.for(@sample.breaks_si).select do |test|
              OBJECTING.include?(test.key) && test.flags
            end
          end

          # What the caution takes from the minimum.
          def cost
            normal, own = %i[tolerance_normal fitted_weibull].map { |key| @results[key]&.value_si }
            return "" if normal.nil? || own.nil? || own >= normal

            " It lies about #{((1 - (own / normal)) * 100).round} % below the bound for a normal population."
          end

          def of_bounds
            says = "Takes the values that are only bounds for what they are, with the bound calibrated for this " \
                   "number of breaks; if the strongest pieces were the ones that were stopped, it kept " \
                   "#{INFORMATIVE} rather than 95."
            keys.map { |key| [key, "#{shape_of_bounds}#{says}"] }
          end

          # On a log-normal population the bound for a normal one errs to the cautious side; the other way round it
          # keeps 87 to 92 instead of its 95.
          def keys
            return %i[fitted_lognormal fitted_weibull] if @population.nil?
            return %i[fitted_weibull fitted_lognormal] if @population.weakest_link? || !@population.known? || doubt

            %i[fitted_normal fitted_lognormal fitted_weibull]
          end

          def shape_of_bounds
            return "" if @population.nil?
            return "#{capital(@population.reason)}. " if @population.known? && !doubt

            "#{doubt || 'Nothing says what shape the population has'}: the Weibull bound kept its promise over the " \
              "shapes that were tried, and #{MIXED_BOUNDS} of two kinds mixed. "
          end

          def no_minimum
            case @sample.count
            when 0 then "Nothing counts yet. A minimum needs breaks."
            when 1 then "One break gives no minimum: it says nothing about the scatter. Pull at least two more."
            else "No school gives a minimum from these values; each row says why."
            end
          end

          def capital(words) = words.sub(/\A./, &:upcase)
        end
        private_constant :Choice
      end
    end
  end
end
