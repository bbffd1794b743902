# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # How far people stay away, and why: from what is stretched, from what flew before, and from the energy stored.
      #
      # A starting distance for the shop's own assessment, never a proof that a place is safe.
      class StandOff
        LEAST_METRES = 2.0
        TIMES_LENGTH = 1.5 # a line under tension whips back at least its own length
        TIMES_NEAR_MISS = 1.5
        FALL_METRES = 2.0
        CAUTION = "Stand outside the line of pull, never across it. Distances here are starting points for the " \
                  "shop's " \
                  "own assessment; the rules in force where the bench stands decide."
        Basis = Struct.new(:metres, :reason, keyword_init: true)

        # @param joules [Float, nil] stored at the upper estimate
        # @param length_metres [Float, nil] of what is stretched
        # @param near_misses [Array<Hash>] what:, metres:
        def initialize(joules: nil, length_metres: nil, near_misses: [])
          @joules = joules
          @length = length_metres
          @near_misses = near_misses
        end

        # @return [Float] metres
        def metres = bases.map(&:metres).max

        # @return [Array<Basis>] every distance with its reason
        def bases
          [Basis.new(metres: LEAST_METRES, reason: "never less"),
           @length && Basis.new(metres: TIMES_LENGTH * @length, reason: "1.5 × the length in line"), farthest].compact
        end

        # @return [String]
        def sentence(wording)
          energy = @joules ? "About #{wording.energy(@joules)} stored, like #{falling(wording)}. " : ""
          "#{energy}Stay #{wording.length(metres, :up)} away and outside the line of pull."
        end

        # @return [Array<String>]
        def working(wording)
          bases.map { |basis| "#{wording.length(basis.metres)}: #{basis.reason}" }
        end

        private

        def falling(wording)
          "#{wording.mass(StoredEnergy.as_mass(@joules, FALL_METRES))} from #{wording.length(FALL_METRES)}"
        end

        def farthest
          worst = @near_misses.max_by { |miss| miss[:metres] } or return
          Basis.new(metres: TIMES_NEAR_MISS * worst[:metres],
                    reason: "1.5 × the farthest that anything flew here (#{worst[:what]})")
        end
      end
    end
  end
end
