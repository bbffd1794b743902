# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # How far people stay away, and why: from what is stretched, from what may be thrown, from what may burst, from
      # what flew before. Where no distance follows from what is known, none is named, and it says what would be needed.
      #
      # A starting distance for the shop's own assessment, never a proof that a place is safe.
      class StandOff
        LEAST_METRES = 2.0
        TIMES_LENGTH = 1.5 # a line under tension whips back at least its own length
        TIMES_NEAR_MISS = 1.5
        FALL_METRES = 2.0
        # A fragment counts as hazardous from here on.
        # Source: US Department of Defense, 6055.09, definition of a hazardous fragment: 58 ft·lbf (v)
        HAZARDOUS_JOULES = 79.0
        MOST_METRES = 100.0 # farther than any shop can keep people away: a barrier is needed, and no figure
        CAUTION = "Stand outside the line of pull, never across it. Distances here are starting points for the " \
                  "shop's " \
                  "own assessment; the rules in force where the bench stands decide."
        Basis = Struct.new(:metres, :reason, keyword_init: true)

        # @param joules [Float, nil] stored at the upper estimate
        # @param length_metres [Float, nil] of what is stretched
        # @param flying_kilograms [Float, nil] of the part that may be thrown, such as a connector with its end
        # @param guard_joules [Float, nil] that the guard of the bench contains
        # @param gas_pascals [Float, nil] above the outside, where a gas is what stores it
        # @param near_misses [Array<Hash>] what:, metres:
        def initialize(joules: nil, length_metres: nil, flying_kilograms: nil, guard_joules: nil, gas_pascals: nil,
                       near_misses: [])
          @joules = joules
          @length = length_metres
          @kilograms = flying_kilograms
          @guard = guard_joules
          @gas = gas_pascals
          @near_misses = near_misses
        end

        # @return [Float, nil] metres; nil where no distance can be named
        def metres = refusal ? nil : bases.map(&:metres).max

        # @return [Array<Basis>] every distance with its reason
        def bases
          [Basis.new(metres: LEAST_METRES, reason: "never less"),
           @length && Basis.new(metres: TIMES_LENGTH * @length, reason: "1.5 × the length in line"),
           thrown, blast, farthest].compact
        end

        # @return [String, nil] why no distance is named
        def refusal
          return if contained? || @joules.nil?
          return too_far if thrown && thrown.metres > MOST_METRES
          return too_far if blast && blast.metres > MOST_METRES
          return if @kilograms || @gas || @joules <= HAZARDOUS_JOULES

          "No distance follows from the energy alone: say what the part that may fly weighs, or pull behind a guard " \
            "that contains it."
        end

        # @return [String]
        def sentence(wording)
          energy = @joules ? "About #{wording.energy(@joules)} stored, like #{falling(wording)}. " : ""
          return "#{energy}#{refusal}" if refusal

          "#{energy}Stay #{wording.length(metres, :up)} away and outside the line of pull."
        end

        # @return [Array<String>]
        def working(wording)
          guarded = contained? ? ["the guard contains #{wording.energy(@guard)}: nothing is thrown past it"] : []
          bases.map { |basis| "#{wording.length(basis.metres)}: #{basis.reason}" } + guarded
        end

        private

        def contained? = !@guard.nil? && !@joules.nil? && @guard >= @joules && @gas.nil?

        # All of the energy in the part that flies, thrown at 45° over level ground, without the drag of the air.
        # Method: v²/g = 2E/(m g).    Checked: docs/validation.md, section 11
        def thrown
          return if @joules.nil? || @kilograms.nil? || contained?

          Basis.new(metres: 2 * @joules / (@kilograms * StoredEnergy::GRAVITY),
                    reason: "as far as the part that may fly can be thrown by all of it: 2 E / (m g)")
        end

        def blast = @gas && @joules && Blast.basis(@joules, @gas)

        def too_far
          "No distance is named: by reckoning something flies farther than #{MOST_METRES.round} m. Enclose it in " \
            "what holds it, and pull with nobody near."
        end

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
