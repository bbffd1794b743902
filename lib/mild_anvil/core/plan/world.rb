# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # What a plan stands on besides what was typed: the shop's registers, what earlier lots showed, what was pulled.
      #
      # unit: Quantity::Unit that is shown; measured: those of the lot's measurand; units: the table;
      # claims: Rating::Claim; required_si: what is asked for; borrowed: Rating::Borrowed, chosen by somebody;
      # lots: earlier lots of the type (name, breaks, mean_si, standard_deviation_si); link_lots: those in line;
      # groups: the cells of the study (name, wanted); gear: {id => Hash}; benches: BenchChoice::Bench;
      # near_misses: what, metres; rules: Proof::Rule; counted: breaks so far; labels: pieces in the order of pulls;
      # blocks: {label => block}; made: [{label, from, to}] in minutes of the day; now: minute of that day, or nil;
      # push: whether the bench must push; ended: pulls that the train ended (part, force)
      World = Struct.new(:unit, :units, :measured, :claims, :required_si, :lots, :link_lots, :groups, :borrowed,
                         :largest_factor, :gear, :benches, :near_misses, :rules, :counted, :made, :labels, :blocks,
                         :now, :push, :learned, :ended, :coverage, :confidence, keyword_init: true) do
        def initialize(claims: [], lots: [], link_lots: [], groups: [], gear: {}, benches: [], near_misses: [],
                       rules: [], counted: 0, made: [], labels: [], blocks: {}, push: false, largest_factor: 10.0,
                       ended: [], coverage: 0.95, confidence: 0.95, learned: LearnedMinutes.from([]), **rest)
          super
        end

        def wording = Wording.new(unit)
        def force? = unit.force?
        # Rigs, proofs and test masses are forces, whatever the lot measures.
        def force_wording = Wording.new(force? ? unit : units.forces_displayed.find { |u| u.symbol == "kN" })
      end
    end
  end
end
