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
        UNSURE = 0.5 # a train more likely than not to go first
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
        def refusals(procedure)
          found = procedure.moves? ? [*of_cell, *of_loads(procedure), *of_train] : []
          [*found, *of_quarantine].map { |key, words| { key: key, words: words } }
        end

        # @return [Array<String>] what is said and stands in nobody's way
        def warnings(procedure)
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

        # Where the bench stops by itself: newtons, metres.
        def limits
          moves = [bench&.pull_newtons, bench&.push_newtons].compact.max
          { force_limit: [limit_of_cell, moves, bench&.guard_newtons].compact.min || 1000.0,
            travel_limit: bench&.stroke_metres || 0.5 }
        end

        def highest(procedure)
          [procedure.highest, (loads["expected"] if procedure.breaks?)].compact.max
        end

        private

        def limit_of_cell
          cell && [(cell.usable_high || cell.capacity_newtons) * LIMIT_SHARE, cell.capacity_newtons].min
        end

        def words(newtons, direction = :nearest) = wording.force(newtons, direction)
        def wording = @wording ||= Core::Plan::Wording.new(Catalogue.measurand(lot.measurand).unit!(lot.display_unit))

        def claimed(measure) = lot.claims.select { |row| row.measure == measure }.map(&:value_si).max
        def wanted(measure) = lot.requirements.select { |row| row.measure == measure }.map(&:value_si).max

        # What the plan states, else twice the working load.
        def proof
          working = claimed("working_load") || wanted("working_load")
          working && (working * 2)
        end

        def of_cell
          return [[:cell, "No cell is chosen for this lot: put one on its bench"]] if cell.nil?
          return [[:cell, "#{cell.name} failed its check"]] if cell.checked_state == "failed"
          return [[:cell, "#{cell.name} was overloaded: check it first"]] if cell.checked_state == "overloaded"
          return [[:cell, "The check of #{cell.name} ran out"]] if cell.lapsed?(Time.now.to_date)
          return [[:cell, "#{cell.name} was never checked here"]] if cell.checked_state == "never"

          []
        end

        def of_loads(procedure)
          load = highest(procedure)
          return [] if load.nil? && !procedure.breaks? # by travel alone
          return [[:expected, "Nothing says how strong it will be: plan it, or claim it"]] if load.nil?

          ratio = fixture.ratio
          reaches(procedure.push?).select { |_, reach| reach && load > reach * ratio }.map do |name, reach|
            [:reach, "#{name} #{words(reach * ratio, :down)}, and #{words(load, :up)} is to be expected"]
          end
        rescue InvalidInput => e
          [[:fixture, e.message]]
        end

        def reaches(push)
          pulls = push ? bench&.push_newtons : bench&.pull_newtons
          { "#{cell&.name} is verified to" => cell && (cell.usable_high || cell.capacity_newtons),
            "The guard contains" => bench&.guard_newtons, "#{bench&.name} #{push ? 'pushes' : 'pulls'}" => pulls }
        end

        # A piece of the lot failed its proof, and its siblings wait for what an inspector says.
        def of_quarantine
          Proving::Quarantines.holding(lot).map do |row|
            [:quarantine, "#{row.piece} failed its proof: its siblings are on hold until that is decided"]
          end
        end

        def of_train
          plan = Store::Models::Plan.of(lot.id) or return []
          train = Planning::ShowPlan.composed(lot, plan.content_h).train
          return [] unless train&.promises? && train.specimen_first && train.specimen_first < UNSURE

          [[:train, "The train is more likely than not to go first"]]
        end
      end
    end
  end
end
