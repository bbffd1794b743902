# frozen_string_literal: true

module MildAnvil
  module Core
    module Instrument
      # How well a reading is known: every part with its standard uncertainty, combined and expanded.
      #
      # Shared parts (calibration, masses, g) are the same in every reading and do not shrink with n; random parts are
      # already
      # in the scatter of the breaks. Each is counted once.
      class UncertaintyBudget
        # standard: standard uncertainty; dof: Infinity for what is known by other means; shared: the same in every
        # reading;
        # bias: what is subtracted for a one-sided effect.
        Part = Struct.new(:name, :standard, :dof, :shared, :bias, keyword_init: true) do
          def initialize(dof: Float::INFINITY, shared: false, bias: 0.0, **rest) = super
        end

        attr_reader :parts

        # @param reading [Float] newtons
        # @param parts [Array<Part>]
        # @raise [InsufficientData] without any part
        # Source: JCGM 100:2008 (GUM), 4.3, 5.1, G.4
        def initialize(reading, parts, confidence: 0.95)
          raise InsufficientData, "a budget needs at least one part above zero" unless parts.any? do |p|
            p.standard.positive?
          end

          @reading = reading
          # What is zero says nothing, and has no degrees of freedom.
          @parts = parts.select { |p| p.standard.positive? || !p.bias.zero? }
          @confidence = confidence
        end

        def corrected = @reading - parts.sum(&:bias)
        def combined = root(parts)
        def shared = root(parts.select(&:shared))
        def random = root(parts.reject(&:shared))

        # @return [Float] effective degrees of freedom, a real number
        # Method: Welch and Satterthwaite.
        def effective_dof
          sum = parts.reject { |p| p.dof == Float::INFINITY || p.standard.zero? }.sum { |p| (p.standard**4).fdiv(p.dof) }
          sum.zero? ? Float::INFINITY : (combined**4) / sum
        end

        def coverage_factor(dof = effective_dof)
          share = (1 + @confidence) / 2
          dof == Float::INFINITY ? Statistics::Normal.quantile(share) : Statistics::StudentT.quantile(share, dof)
        end

        # With the degrees of freedom cut to a whole number, as GUM G.4.2 allows.
        def truncated_factor = effective_dof == Float::INFINITY ? coverage_factor : coverage_factor(effective_dof.floor)
        def expanded = coverage_factor * combined

        # @return [Float] expanded, of what all readings share
        def expanded_shared = coverage_factor(Float::INFINITY) * shared

        private

        def root(chosen) = Math.sqrt(chosen.sum { |p| p.standard**2 })
      end
    end
  end
end
