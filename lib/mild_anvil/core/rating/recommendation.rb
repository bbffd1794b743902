# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # Which school to use, by stated rules, and the sentence that says why. The user decides.
      Recommendation = Struct.new(:key, :reason, keyword_init: true)

      class Recommendation
        COMPLETE = ->(s) { s.complete? && s.count >= 3 }
        CENSORED = ->(s) { s.count(:break) >= 2 && s.count >= 3 }
        private_constant :COMPLETE, :CENSORED

        # The rules in order: the first school that gave a value and whose condition holds.
        RULES = [
          [:proof_survivors, ->(_) { true }, "Nothing failed, so only what all of them carried can be stated."],
          [:tolerance_normal, COMPLETE,
           "Every value is a break, so the factor for a normal population is exact at this number."],
          [:tolerance_lognormal, COMPLETE,
           "The scatter is too large for a normal population that cannot be weaker than nothing; logarithms take it."],
          [:fitted_lognormal, CENSORED,
           "Takes the values that are only bounds for what they are, with the bound calibrated for this number " \
           "of breaks."],
          [:fitted_weibull, CENSORED, "Takes the values that are only bounds for what they are."],
          [:lowest, ->(s) { s.count >= 2 },
           "Too little else can be said: the lowest value, with the confidence that its number gives."]
        ].freeze

        # @param sample [Sample]
        # @param results [Array<SchoolResult>]
        # @return [Recommendation] key nil when no school gives a minimum
        def self.for(sample, results)
          RULES.each do |key, condition, reason|
            result = results.find { |r| r.key == key }
            return new(key: key, reason: reason).freeze if result && !result.refused? && condition.call(sample)
          end
          new(key: nil, reason: no_minimum(sample)).freeze
        end

        def self.no_minimum(sample)
          case sample.count
          when 0 then "Nothing counts yet. A minimum needs breaks."
          when 1 then "One break gives no minimum: it says nothing about the scatter. Pull at least two more."
          else "No school gives a minimum from these values; each row says why."
          end
        end
        private_class_method :no_minimum
      end
    end
  end
end
