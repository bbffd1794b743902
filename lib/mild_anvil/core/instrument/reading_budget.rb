# frozen_string_literal: true

module MildAnvil
  module Core
    module Instrument
      # What a reading of an instrument is worth: a budget made of its certificate, its last check, its display and the
      # pull. Parts of which nothing is known are named, and not assumed.
      class ReadingBudget
        Certificate = Struct.new(:expanded_newtons, :expanded_share, :factor, keyword_init: true) do
          # The larger of both, as certificates mean it.
          def expanded(force) = [expanded_newtons || 0.0, (expanded_share || 0.0) * force].max
        end
        NAMES = { calibration: "Certificate", masses: "Masses", gravity: "Local g", uncorrected: "Error left in it",
                  resolution: "Resolution", resolution_at_zero: "Resolution at zero", zero_drift: "Zero drift",
                  repeatability: "Repeatability", reversibility: "Reversibility", misalignment: "Side load",
                  sampling: "Peak missed" }.freeze

        attr_reader :force, :unknown, :rests_on

        # @param force [Float] newtons, > 0
        # @param certificate [Certificate, nil]; @param check [CheckResult, nil]
        # @param resolution [Float, nil] newtons; @param drift [Float] of zero over the pull, newtons
        # @param degrees [Float] largest angle out of line; @param missed [Float] at most, between two samples; newtons
        # @raise [InvalidInput]
        def initialize(force, certificate: nil, check: nil, resolution: nil, drift: 0.0, degrees: 0.0, missed: 0.0)
          raise InvalidInput.new("a reading lies above 0", force: force) unless force.positive?

          @force = force
          @rests_on = [("check" if check), ("certificate" if certificate)].compact
          @unknown = [("certificate" if certificate.nil?), ("check with masses" if check.nil?),
                      ("resolution" if resolution.nil?)].compact
          @given = [*of_certificate(certificate), *of_check(check), *of_display(resolution),
                    BudgetParts.zero_drift(drift.abs / 2), BudgetParts.misalignment(force, degrees),
                    BudgetParts.sampling(missed)]
        end

        # @return [UncertaintyBudget, nil] nil where nothing is known
        def budget
          return @budget if defined?(@budget)

          @budget = (UncertaintyBudget.new(force, @given) if @given.any? { |part| part.standard.positive? })
        end

        # @return [Float, nil] expanded uncertainty of what all readings share, as a share of the force; nil where
        #   neither a check nor a certificate says so: a display's step says nothing of what all readings are off by
        def shared_share = budget && rests_on.any? ? budget.expanded_shared / force : nil

        # @return [Array<Hash>] name, key, standard (newtons), shared, bias (newtons), dof (nil: known)
        def parts
          (budget&.parts || []).map do |part|
            { key: part.name.to_s, name: NAMES.fetch(part.name), standard: part.standard, shared: part.shared,
              bias: part.bias, dof: part.dof == Float::INFINITY ? nil : part.dof }
          end
        end

        private

        def of_certificate(certificate)
          return [] if certificate.nil?

          [BudgetParts.calibration(certificate.expanded(force), factor: certificate.factor || 2.0)]
        end

        def of_check(check)
          return [] if check.nil?

          spread, dof = check.repeatability_share
          [BudgetParts.masses(force, check.masses_share || 0.0), BudgetParts.gravity(force, check.gravity_share),
           BudgetParts.uncorrected(check.error_at(force)), BudgetParts.reversibility(check.reversibility_at(force)),
           (BudgetParts.repeatability(spread * force, 1, dof: dof) if spread)].compact
        end

        def of_display(resolution)
          resolution ? [BudgetParts.resolution(resolution), BudgetParts.resolution_at_zero(resolution)] : []
        end
      end
    end
  end
end
