# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # Whether a lot may be pulled on its bench: loads, limits, and what stands in the way. A bench does not arm while
      # something does, unless a reviewer overrules it with a reason.
      class Readiness
        # What somebody looks at before every pull.
        CHECKLIST = { train: "What is in line is what was planned", straight: "Specimen straight and untwisted",
                      pins: "Pins in, shackles closed", guard: "Guard shut", clear: "People clear of the line of pull",
                      protected: "Eyes and hands protected", fixture: "Fixture looked at", zero: "Nothing pulls yet",
                      live: "The reading moves when the line is touched" }.freeze
        WARNED_SHARE = 0.5 # of the expected minimum
        LIMIT_SHARE = 1.05 # of what the cell is verified for

        attr_reader :lot, :bench, :cell

        # @param lot [Store::Models::Lot]
        def initialize(lot)
          @lot = lot
          @kept = Planning::KeptPlan.new(lot)
          @bench = Chain::ChooseInstruments.bench(lot)
          @cell = Chain::ChooseInstruments.usual(lot)
        end

        # How the bench makes what the lot measures.
        # @param push [Boolean]
        # @return [Core::Pull::Fixture]
        # @raise [InvalidInput] where the bench does not say what it needs
        def fixture(push: false)
          Core::Pull::Fixture.of(lot.measurand, push: push, arm_metres: bench&.arm_metres,
                                                piston_square_metres: bench&.piston_square_metres)
        end

        # @return [Hash{String => Float}] SI of what the lot measures, as far as somebody stated them
        def loads
          @loads ||= { "expected" => @kept.expected_si, "claim" => claimed("strength"), "proof" => proof,
                       "working_load" => claimed("working_load") || wanted("working_load") }.compact
        end

        # @param procedure [Core::Pull::Procedure]
        # @return [Array<Hash>] key, words: what stands in the way
        def refusals(procedure) = InTheWay.new(self, procedure).call

        # @param specimen_number [Integer, nil] that is pulled; nil: the next one
        # @return [Array<String>] what is said, and kept with the pull, and stands in nobody's way
        def warnings(procedure, specimen_number: nil, **)
          [*high(procedure), *Prepare::PieceState.words(lot, specimen_number)]
        end

        # A load that may harm what it is to prove.
        def high(procedure)
          held = procedure.highest
          minimum = expected_minimum
          return [] unless held && minimum && procedure.proof? && held > WARNED_SHARE * minimum

          ["The load of #{words(held)} is more than half of the expected minimum, #{words(minimum,
                                                                                          :down)}: it may harm " \
           "what it is to prove."]
        end

        # Two standard deviations below the mean of what was pulled, else what is claimed.
        def expected_minimum
          summary = Store::Models::LotSummary[lot.id]
          return loads["claim"] unless summary&.mean_si && summary.standard_deviation_si

          summary.mean_si - (2 * summary.standard_deviation_si)
        end

        # Where the bench stops by itself: newtons, metres. Never above the weakest thing in line, guard, cell or bench.
        # @param overruled [Array<Symbol>] keys of refusals that a reviewer answered for
        def limits(overruled: [])
          moves = [bench&.pull_newtons, bench&.push_newtons].compact.max
          line = weakest_in_line&.capacity unless overruled.include?(:gear)
          { force_limit: [limit_of_cell, moves, bench&.guard_newtons, line].compact.min || 1000.0,
            travel_limit: bench&.stroke_metres || 0.5 }
        end

        # What is in line besides the specimen.
        # @return [Core::Plan::LoadTrain, nil] nil where nothing is planned, or what is planned makes no sense
        def train
          return @train if defined?(@train)

          plan = lot.measurand == "force" ? Store::Models::Plan.of(lot.id) : nil
          @train = plan && Planning::ShowPlan.composed(lot, plan.content_h).train
        rescue InvalidInput
          @train = nil # what is wrong with it is said in the plan
        end

        # @return [Core::Plan::Link, nil]
        def weakest_in_line = train&.weakest_other

        # What its last check shows, or the certificate of a laboratory that is in force.
        # @return [Float, nil] newtons; nil: nobody says up to where it may be believed
        def cell_reaches
          return if cell.nil?

          cell.usable_high || (cell.capacity_newtons unless certified?)
        end

        # @return [Boolean] whether a laboratory answers for the cell today
        def certified? = !cell.nil? && cell.certificates.any? { |row| row.in_force?(Time.now.to_date) }

        def words(newtons, direction = :nearest) = wording.force(newtons, direction)

        def highest(procedure)
          [procedure.highest, (loads["expected"] if procedure.breaks?)].compact.max
        end

        private

        def limit_of_cell
          cell && [(cell_reaches || cell.capacity_newtons) * LIMIT_SHARE, cell.capacity_newtons].min
        end

        def wording = @wording ||= Core::Plan::Wording.new(Catalogue.measurand(lot.measurand).unit!(lot.display_unit))

        def claimed(measure) = lot.claims.select { |row| row.measure == measure }.map(&:value_si).max
        def wanted(measure) = lot.requirements.select { |row| row.measure == measure }.map(&:value_si).max

        # What the plan states, else twice the working load.
        def proof
          working = claimed("working_load") || wanted("working_load")
          working && (working * 2)
        end
      end
    end
  end
end
