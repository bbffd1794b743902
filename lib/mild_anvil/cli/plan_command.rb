# frozen_string_literal: true

module MildAnvil
  module Cli
    # bin/anvil plan FILE: how many breaks, what one more does, what goes first in a train, what a rig or a rule makes
    # of a load.
    module PlanCommand
      Plan = Core::Plan

      module_function

      # The key that tells which problem a file states.
      KINDS = { "required_share" => :bound, "difference_share" => :comparison, "breaks" => :next_break,
                "train" => :train, "proof_rule" => :proof, "tackle" => :tackle, "energy" => :energy, "water" => :water,
                "lowest" => :lowest }.freeze

      # @return [String]
      def call(path, options)
        given = Shapes.check!(ProblemFile.read(path), Shapes::PLAN)
        found = answers(given)
        return Report.call(found.one? ? found.values.first : found, json: true) if options[:json]

        found.flat_map { |kind, answer| text(given, kind, answer) }.join("\n")
      end

      # @param given [Hash] docs/cli.md lists the keys
      # @return [Hash{Symbol => Hash}] every problem that the file states, by its kind
      # @raise [InvalidInput] when the keys state nothing to plan
      def answers(given)
        rigs = PlanRigs::KINDS.select { |key| given.key?(key) }.to_h { |key| [key.to_sym, PlanRigs.answer(key, given[key])] }
        own = KINDS.select { |key, _| given.key?(key) }.to_h { |_, kind| [kind, send(kind, given)] }
        whole = given.key?("plan") ? { plan: WholePlan.answer(given) } : {}
        found = rigs.merge(own, whole)
        return found unless found.empty?

        raise InvalidInput, "nothing to plan: give plan, or one of #{[*KINDS.keys, *PlanRigs::KINDS].join(', ')}; " \
                            "docs/cli.md says what belongs to each"
      end

      def text(given, kind, answer)
        kind == :plan ? WholePlan.lines(answer) : PlanWords.new(given).lines(kind, answer)
      end
      private_class_method :text

      def shares(given)
        { coverage: ProblemFile.number!(given, "coverage", 0.95),
          confidence: ProblemFile.number!(given, "confidence", 0.95) }
      end
      private_class_method :shares

      def bound(given)
        common = { **shares(given), variation_share: ProblemFile.number!(given, "variation_share"),
                                    required_share: ProblemFile.number!(given, "required_share") }
        needed = Plan::SampleSize.for_bound(**common, assurance: ProblemFile.number!(given, "assurance", 0.9))
        asked = given.fetch("report_n", [3, 5, 8, 12, 20])
        { needed: needed, chances: asked.map { |n| { n: n, probability: Plan::SampleSize.chance(n, **common) } } }
      end
      private_class_method :bound

      def comparison(given)
        common = { difference_share: ProblemFile.number!(given, "difference_share"),
                   variation_share: ProblemFile.number!(given, "variation_share"),
                   alpha: ProblemFile.number!(given, "alpha", 0.05) }
        { per_group: [0.8, 0.9].to_h do |power|
          ["power_#{(power * 100).round}",
           Plan::SampleSize.for_comparison(**common, power: power)]
        end }
      end
      private_class_method :comparison

      def next_break(given)
        more = Plan::NextBreak.new(ProblemFile.numbers!(given, "breaks"), **shares(given))
        { mean: more.mean, standard_deviation: more.deviation, factor_now: more.factor, factor_next: more.factor(1),
          bound_now: more.bound_now, bound_if_next_is_mean: more.bound_if_mean,
          expected_bound: more.expected_bound, expected_bound_plugged_in: more.expected_bound_plugged_in,
          after: [1, 2, 3, 5].map do |n|
            { more: n,
              bound: more.bound_after(n) }
          end }
      end
      private_class_method :next_break

      def lowest(given)
        { breaks: Plan::SampleSize.for_lowest(**shares(given)),
          of_n: [3, 5, 10, 59].map { |n| { n: n, confidence: 1 - (shares(given)[:coverage]**n) } } }
      end
      private_class_method :lowest

      def train(given)
        links = given["train"].map do |l|
          Plan::LoadTrain::Link.new(name: l.fetch("name"), mean: l.fetch("mean").to_f,
                                    deviation: l.fetch("deviation").to_f,
                                    strands: l.fetch("strands", 1), legs: l.fetch("legs", 1),
                                    included_degrees: l.fetch("included_degrees", 0.0).to_f,
                                    share_factor: l.fetch("share_factor", 1.0).to_f,
                                    specimen: l.fetch("specimen", false))
        end
        train = Plan::LoadTrain.new(links)
        { first: train.first, specimen_first: train.specimen_first,
          mend: train.mend(wanted: ProblemFile.number!(given, "wanted", 0.95))&.except(:link) }
      rescue KeyError => e
        raise InvalidInput, "each link needs “name”, “mean” and “deviation”: #{e.message[0, 60]}"
      end
      private_class_method :train

      def proof(given)
        rule = Catalogue.proof_rules.find do |r|
          r.key == given["proof_rule"]
        end || raise(InvalidInput,
                     "there is no proof rule #{given['proof_rule']}; use " \
                     "#{Catalogue.proof_rules.map(&:key).join(', ')}")
        load = if given.key?("newtons")
                 { proof_newtons: rule.proof_newtons(ProblemFile.number!(given,
                                                                         "newtons")) }
               else
                 { proof_tonnes: rule.proof_tonnes(ProblemFile.number!(
                                                     given, "tonnes"
                                                   )) }
               end
        { rule: rule.name, **load, source: rule.source, to_be_checked: rule.check }
      end
      private_class_method :proof

      def tackle(given)
        stages = given["tackle"].map do |s|
          Plan::Tackle.advantage(s.fetch("parts"),
                                 efficiency: s.fetch("efficiency", 1.0).to_f,
                                 from_moving_block: s.fetch("from_moving_block",
                                                            false))
        end
        { advantages: stages, advantage: Plan::Tackle.compound(stages),
          hand_force: given["load"] && (given["load"].to_f / Plan::Tackle.compound(stages)) }
      rescue KeyError
        raise InvalidInput, "each stage of a tackle needs “parts”"
      end
      private_class_method :tackle

      def energy(given)
        part = given["energy"]
        joules = if part.key?("stiffnesses")
                   Plan::StoredEnergy.springs(force(given).to_si(ProblemFile.number!(part, "force")),
                                              ProblemFile.numbers!(part, "stiffnesses"))
                 else
                   Plan::StoredEnergy.gas(ProblemFile.number!(part, "pressure"), ProblemFile.number!(part, "volume"))
                 end
        { joules: joules, fall_of_10_kg_metres: Plan::StoredEnergy.as_fall(joules, 10.0) }
      end
      private_class_method :energy

      def force(given) = Catalogue.units.force!(given["unit"] || "N")
      private_class_method :force

      def water(given)
        part = given["water"]
        Plan::TestMass.water(ProblemFile.number!(part, "kilograms"),
                             limit: ProblemFile.number!(part, "litres_per_bag"),
                             bag_kilograms: ProblemFile.number!(part, "bag_kilograms", 0.0),
                             kind: part.fetch("kind", "fresh").to_sym)
      end
      private_class_method :water
    end
  end
end
