# frozen_string_literal: true

module MildAnvil
  module Core
    module Proof
      # A proof load that follows from a working load by steps, as data with a source: "above a, up to b: times W plus".
      #
      # The jumps between the steps are as printed; they are not smoothed.
      class Rule
        TONNE_FORCE_NEWTONS = 9806.65
        ON_THE_EDGE = 1.0e-9 # of an edge: what a conversion of units leaves
        Step = Struct.new(:above, :up_to, :times, :plus, keyword_init: true) do
          def cover?(tonnes) = tonnes > above && (up_to.nil? || tonnes <= up_to)
        end

        attr_reader :key, :name, :source, :check, :steps

        # @param steps [Array<Hash>] above, up_to (nil: no end), times, plus; in tonnes
        def initialize(key:, name:, steps:, source:, check: false)
          @key = key
          @name = name
          @source = source
          @check = check
          @steps = steps.map { |step| Step.new(**step) }.freeze
          freeze
        end

        # @param tonnes [Float] working load W
        # @return [Float] proof load in tonnes
        # @raise [InvalidInput] for a working load that no step covers
        def proof_tonnes(tonnes)
          step = @steps.find do |s|
            s.cover?(tonnes)
          end || raise(InvalidInput.new("no step of this rule covers #{tonnes} t: a working load lies above 0",
                                        tonnes: tonnes))
          (step.times * tonnes) + step.plus
        end

        # @param newtons [Float] working load
        # @return [Float] proof load, newtons
        def proof_newtons(newtons) = proof_tonnes(tonnes(newtons)) * TONNE_FORCE_NEWTONS

        # 20 t typed as a force are 20 t, and not 20.000000000000004 of the next step.
        # @return [Float]
        def tonnes(newtons)
          load = newtons / TONNE_FORCE_NEWTONS
          steps.filter_map(&:up_to).find { |edge| (load - edge).abs <= ON_THE_EDGE * edge }&.to_f || load
        end
      end
    end
  end
end
