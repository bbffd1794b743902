# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # The small sums of a rig in sentences: ram, redirect, a line pulled sideways, torque for a preload.
      module RigAnswers
        Answer = Struct.new(:value_si, :sentence, :working, keyword_init: true)
        PASCAL_PER_BAR = 1.0e5
        NUT_FACTOR = 0.20

        module_function

        # @param given [Hash] pressure (pascal) or force (newtons); bore, rod (metres)
        # @return [Answer]
        def ram(wording, bore:, pressure: nil, force: nil, rod: 0.0)
          direction = pressure ? :nearest : :up # a pressure that is wanted must reach its force
          pressure ||= Tackle.ram_pressure(force, bore, rod: rod)
          push = Tackle.ram(pressure, bore)
          pull = Tackle.ram(pressure, bore, rod: rod)
          bar = "#{wording.number(pressure / PASCAL_PER_BAR, direction)} bar"
          Answer.new(value_si: rod.positive? ? pull : push,
                     sentence: "At #{bar} the ram pushes #{wording.at_most(push)}" \
                               "#{" and pulls #{wording.at_most(pull)}" if rod.positive?}.",
                     working: ["push: p · π D² / 4 = #{bar} · π · (#{wording.length(bore)})² / 4",
                               *("pull: p · π (D² − d²) / 4, d = #{wording.length(rod)}" if rod.positive?),
                               "without friction of the seals; a verified cell decides"])
        end

        def redirect(wording, tension:, degrees:)
          value = Tackle.redirect(tension, degrees)
          Answer.new(value_si: value, sentence: "The redirect's anchor carries #{wording.at_least(value)}.",
                     working: ["2 T cos(θ/2), T = #{wording.force(tension)}, θ = #{wording.number(degrees)}° between " \
                               "the rope parts"])
        end

        def sideways(wording, sideways:, degrees:)
          value = Tackle.sideways(sideways, degrees)
          Answer.new(value_si: value, sentence: "The line carries #{wording.at_least(value)} along itself.",
                     working: ["T = P / (2 sin α), P = #{wording.force(sideways)}, α = #{wording.number(degrees)}° " \
                               "of each half from the straight line"])
        end

        def preload(wording, diameter:, torque: nil, force: nil, nut_factor: NUT_FACTOR)
          torque ||= Tackle.torque_for(force, diameter, nut_factor: nut_factor)
          value, *range = [nut_factor, *Tackle::NUT_FACTORS].map do |k|
            Tackle.preload(torque, diameter, nut_factor: k)
          end
          Answer.new(value_si: value,
                     sentence: "#{wording.number(torque)} N·m gives about #{wording.force(value)}: " \
                               "#{wording.at_most(range.min)} to #{wording.at_least(range.max)} by how dry the " \
                               "thread is. A setting aid; the cell decides.",
                     working: ["F ≈ T / (K · d), K = #{wording.number(nut_factor)} (0.12 oiled to 0.25 rusty), " \
                               "d = #{wording.length(diameter)}"])
        end
      end
    end
  end
end
