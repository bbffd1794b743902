# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # The highest force that a break may need: what bench, guard and cell are chosen by.
      #
      # mean_si and deviation_si say what is expected; basis where that comes from; working one line a step.
      UpperEstimate = Struct.new(:value_si, :mean_si, :deviation_si, :basis, :working, keyword_init: true)

      class UpperEstimate
        DEVIATIONS = 3
        TIMES_CLAIM = 2

        # @param lots [Array<Hash>] earlier lots of the type: mean_si, standard_deviation_si, breaks, name
        # @param claims [Array<Rating::Claim>]
        # @param largest_factor [Float] of the table, for a working load whose factor is unknown
        # @param stated [Hash, nil] mean_si:, deviation_si: that somebody expects
        # @param wording [Wording]
        # @return [UpperEstimate, nil] nil when nothing is known of the item
        def self.of(wording:, largest_factor:, lots: [], claims: [], stated: nil)
          usable = lots.select { |lot| lot[:breaks] >= 2 && lot[:standard_deviation_si].to_f.positive? }
          return from(stated, "as expected", wording) if stated
          return from_lots(usable, wording) unless usable.empty?

          claimed(claims, largest_factor, wording)
        end

        # Of several lots the one that reaches highest; their scatter is not made smaller by pooling it with the mean.
        def self.from_lots(lots, wording)
          highest = lots.max_by { |lot| lot[:mean_si] + (DEVIATIONS * lot[:standard_deviation_si]) }
          from({ mean_si: highest[:mean_si], deviation_si: highest[:standard_deviation_si] },
               "#{highest[:name]}, #{highest[:breaks]} breaks", wording)
        end
        private_class_method :from_lots

        def self.from(known, basis, wording)
          mean, deviation = known.values_at(:mean_si, :deviation_si)
          value = mean + (DEVIATIONS * deviation)
          new(value_si: value, mean_si: mean, deviation_si: deviation, basis: basis,
              working: ["mean #{wording.force(mean)} + 3 × s #{wording.force(deviation)} = " \
                        "#{wording.at_least(value)} (#{basis})"])
        end
        private_class_method :from

        def self.claimed(claims, largest_factor, wording)
          found = claims.filter_map { |claim| strength(claim, largest_factor, wording) }
          strength, line = found.max_by(&:first)
          return if strength.nil?

          value = TIMES_CLAIM * strength
          new(value_si: value, mean_si: nil, deviation_si: nil, basis: "the claim",
              working: [line, "2 × claimed strength = #{wording.at_least(value)} (no earlier lot of the type)"])
        end
        private_class_method :claimed

        def self.strength(claim, largest_factor, wording)
          if claim.strength_si
            return [claim.strength_si, "claimed strength #{wording.force(claim.strength_si)}#{by_factor(claim)}"]
          end
          return if claim.measure == :share

          value = claim.value_si * largest_factor
          [value, "claimed working load #{wording.force(claim.value_si)} × #{wording.number(largest_factor)}, the " \
                  "largest factor of the table since its own is not stated = #{wording.force(value)}"]
        end
        private_class_method :strength

        def self.by_factor(claim) = claim.measure == :working_load ? " (working load × #{claim.factor})" : ""
        private_class_method :by_factor
      end
    end
  end
end
