# frozen_string_literal: true

module MildAnvil
  module Core
    module Practice
      # What else could have been said: by the other schools, and with one more break.
      module Aftermath
        # key, name, value_si (nil: it refuses), holds, refusal
        Said = Struct.new(:key, :name, :value_si, :holds, :refusal, keyword_init: true)

        module_function

        # @param schools [Array<Hash>] of a statement: key, name, value_si, refusal
        # @param truth_si [Float]
        # @return [Array<Said>]
        def schools(schools, truth_si)
          schools.map do |school|
            value = school["value_si"]
            Said.new(key: school["key"], name: school["name"], value_si: value, refusal: school["refusal"],
                     holds: value && value <= truth_si)
          end
        end

        # @param inputs [Rating::Inputs] that were signed; @param next_si [Float] what the next piece would have held
        # @return [Float, nil] the minimum of the same school with it; nil: it still refuses
        def one_more(inputs, school, next_si)
          observations = inputs.sample.observations
          more = Rating::Observation.checked(counts_as: "break", value_si: next_si, label: "next", specimen: -1)
          terms = inputs.terms(:chosen)
          terms = Rating::Terms.new(**terms.to_h, school: school.to_sym).freeze if school
          Rating::ComputeRating.call(Rating::Sample.new([*observations, more]), terms).to_h.dig(:minimum, :value_si)
        rescue InsufficientData
          nil
        end
      end
    end
  end
end
