# frozen_string_literal: true

module MildAnvil
  module Core
    module Proof
      # A proof load with every step that leads to it, and what must be moved while it hangs.
      module Steps
        TONNE = Rule::TONNE_FORCE_NEWTONS
        MOVEMENTS = %w[hoist lower slew luff travel].freeze
        POWER_CUT = "the brake holds the test load with the power cut"
        APPLIANCES = %w[lifting_appliance].freeze
        NOT_CERTIFIABLE = "Not certifiable while an item of its loose gear lacks a valid certificate."
        Shown = Struct.new(:newtons, :tonnes, :sentence, :working, keyword_init: true)

        module_function

        # @param rule [Rule]; @param newtons [Float] working load
        # @param wording [Plan::Wording]
        # @return [Shown]
        # @raise [InvalidInput]
        def for(rule, newtons, wording)
          tonnes = rule.tonnes(newtons)
          proof = rule.proof_newtons(newtons)
          step = rule.steps.find { |s| s.cover?(tonnes) }
          Shown.new(newtons: proof, tonnes: proof / TONNE,
                    sentence: "Proof load #{wording.to_reach(proof)} for a working load of #{wording.force(newtons)}" \
                              "#{', by a rule to be checked against the edition in force' if rule.check}.",
                    working: ["W = #{wording.force(newtons)} = #{t(wording, tonnes)}",
                              "#{range(step)}: #{formula(step)} = #{t(wording, proof / TONNE)} = " \
                              "#{wording.to_reach(proof)}", *jump(rule, tonnes, wording),
                              "#{rule.name}. #{rule.source}"])
        end

        # A crane whose limit depends on its radius is proved at the largest, the smallest and each step between.
        # @param radii [Array<Hash>] metres:, newtons: the working load there
        # @return [Array<Hash>] metres:, newtons:, proof_newtons:
        # @raise [InvalidInput]
        def radii(rule, radii)
          if radii.map { |r| r[:metres] }.uniq.size < radii.size || radii.empty?
            raise InvalidInput.new("each radius stands once, and at least one does", radii: radii.size)
          end

          radii.sort_by { |r| r[:metres] }.map { |r| r.merge(proof_newtons: rule.proof_newtons(r[:newtons])) }
        end

        # @param movements [Array<String>] that the appliance has
        # @return [Array<String>] what is done under the test load, in order
        def movements(movements) = movements.map { |m| "#{m} with the test load, its full range" } + [POWER_CUT]

        def range(step)
          step.up_to ? "> #{plain(step.above)} to ≤ #{plain(step.up_to)} t" : "> #{plain(step.above)} t"
        end
        private_class_method :range

        def formula(step)
          times = step.times == 1 ? "W" : "#{plain(step.times)} W"
          step.plus.zero? ? times : "#{times} + #{plain(step.plus)} t"
        end
        private_class_method :formula

        # A step that jumps is told, for it is as printed and no slip of ours.
        def jump(rule, tonnes, wording)
          edge = rule.steps.filter_map(&:up_to).min_by { |limit| (limit - tonnes).abs } or return []
          before, after = [edge, edge.to_f.next_float].map { |load| rule.proof_tonnes(load) }
          return [] if (after - before).abs < 1e-6

          ["at #{plain(edge)} t the rule jumps from #{t(wording, before)} to #{t(wording, after)}, as printed"]
        end
        private_class_method :jump

        def t(wording, tonnes) = "#{wording.number(tonnes)} t"
        private_class_method :t

        def plain(number) = format("%g", number)
        private_class_method :plain
      end
    end
  end
end
