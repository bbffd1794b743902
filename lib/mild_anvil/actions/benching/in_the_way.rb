# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # What stands in the way of a pull: the cell, the loads, what is in line, a piece in quarantine.
      class InTheWay
        UNSURE = 0.5 # a train more likely than not to go first

        # @param readiness [Readiness]; @param procedure [Core::Pull::Procedure]
        def initialize(readiness, procedure)
          @readiness = readiness
          @procedure = procedure
        end

        # @return [Array<Hash>] key, words
        def call
          found = @procedure.moves? ? [*of_cell, *of_loads, *of_speed, *of_gear, *of_train] : []
          [*found, *of_quarantine].map { |key, words| { key: key, words: words } }
        end

        private

        def bench = @readiness.bench
        def cell = @readiness.cell
        def words(...) = @readiness.words(...)
        def load = @load ||= @readiness.highest(@procedure)

        def of_cell
          return [[:cell, "No cell is chosen for this lot: put one on its bench"]] if cell.nil?
          return [[:cell, "#{cell.name} failed its check"]] if cell.checked_state == "failed"
          return [[:cell, "#{cell.name} was overloaded: check it first"]] if cell.checked_state == "overloaded"

          @readiness.certified? ? of_certificate : of_check
        end

        def of_check
          return [[:cell, "#{cell.name} was never checked here"]] if cell.checked_state == "never"
          return [[:cell, "The check of #{cell.name} ran out"]] if cell.lapsed?(Time.now.to_date)

          []
        end

        # A laboratory's word counts for the range that it covers.
        def of_certificate
          return [] if cell.usable_high

          [[:cell, "The certificate of #{cell.name} is kept without its range: enter up to where it was verified"]]
        end

        def of_loads
          return [] if load.nil? && !@procedure.breaks? # by travel alone
          return [[:expected, "Nothing says how strong it will be: plan it, or claim it"]] if load.nil?

          ratio = @readiness.fixture.ratio
          reaches.select { |_, reach| reach && load > reach * ratio }.map do |name, reach|
            [:reach, "#{name} #{words(reach * ratio, :down)}, and #{words(load, :up)} is to be expected"]
          end
        rescue InvalidInput => e
          [[:fixture, e.message]]
        end

        def reaches
          push = @procedure.push?
          pulls = push ? bench&.push_newtons : bench&.pull_newtons
          { "#{cell&.name} is verified to" => @readiness.cell_reaches,
            "The guard contains" => bench&.guard_newtons, "#{bench&.name} #{push ? 'pushes' : 'pulls'}" => pulls }
        end

        # What this bench cannot do, where it says how fast it is.
        def of_speed
          most = bench&.fastest_metres_per_second or return []
          fast = @procedure.steps.find { |step| step.by == "travel" && step.rate && step.rate > most } or return []
          [[:speed, "#{bench.name} goes no faster than #{speed(most)}, and #{speed(fast.rate)} is asked for"]]
        end

        def speed(metres) = "#{format('%.3g', metres * 60_000)} mm/min"

        # What is in line is known, and bears what is to be expected.
        def of_gear
          train = @readiness.train or return []
          unknown = train.unknown.reject(&:specimen)
          found = unknown.map { |link| [:unknown, "Nobody knows how strong “#{link.name}” is: enter it"] }
          weakest = train.weakest_other
          return found if weakest.nil? || load.nil? || load <= weakest.capacity

          bears = words(weakest.capacity, :down)
          [*found, [:gear, "“#{weakest.name}” in line bears #{bears}, and #{words(load, :up)} is to be expected"]]
        end

        def of_train
          train = @readiness.train
          return [] unless train&.promises? && train.specimen_first && train.specimen_first < UNSURE

          [[:train, "The train is more likely than not to go first"]]
        end

        # A piece of the lot failed its proof, and its siblings wait for what an inspector says.
        def of_quarantine
          Proving::Quarantines.holding(@readiness.lot).map do |row|
            [:quarantine, "#{row.piece} failed its proof: its siblings are on hold until that is decided"]
          end
        end
      end
    end
  end
end
