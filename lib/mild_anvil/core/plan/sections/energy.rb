# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      module Sections
        # What is stored at the upper estimate, and how far to stay away.
        class Energy < Section
          LITRE = 1.0e-3
          OUTSIDE = 101_325.0 # pascal
          GAS = "A gas stores many times more than a liquid at the same pressure: test with water or oil wherever " \
                "it can be done. What bursts throws fragments farther than the blast reaches: put a barrier round it."

          # @return [Float, nil] joules
          def self.joules(plan) = new(plan).joules

          def call
            return missing("Type a stiffness, or how far it stretches, to see what is stored.") if joules.nil?

            away = stand_off
            ok(away.sentence(force_wording), joules: joules, text: force_wording.energy(joules),
                                             stand_off_metres: away.metres,
                                             stand_off: away.metres && force_wording.length(away.metres, :up),
                                             working: working + away.working(force_wording),
                                             cautions: [StandOff::CAUTION, *(GAS if medium == "gas")])
          end

          def joules = @joules ||= medium == "none" ? springs : vessel

          private

          def stand_off
            StandOff.new(joules: joules, length_metres: part.length(:length), flying_kilograms: part.number(:flying_kg),
                         guard_joules: world.benches.find { |one| one.id == content[:bench_id] }&.guard_joules,
                         gas_pascals: (part.si!(:pressure, "pressure") - OUTSIDE if medium == "gas"),
                         near_misses: world.near_misses)
          end

          def part = content.part(:energy)
          def medium = part[:medium] || "none"
          def force = upper_force

          def stiffnesses
            [part.number(:stiffness_n_per_mm), *content.parts(:train).map { |row| row.number(:stiffness_n_per_mm) }]
              .compact.map { |k| k * 1000 }
          end

          def springs
            return if force.nil?

            stretch = part.length(:stretch)
            return (force * stretch / 2) + StoredEnergy.springs(force, stiffnesses) if stretch&.positive?

            stiffnesses.empty? ? nil : StoredEnergy.springs(force, stiffnesses)
          end

          def vessel
            pressure = part.si!(:pressure, "pressure")
            volume = part.number(:volume_litres) or return
            medium == "gas" ? StoredEnergy.gas(pressure, volume * LITRE) : StoredEnergy.liquid(pressure, volume * LITRE)
          end

          def working
            return [vessel_words] unless medium == "none"

            [(if stretched?
                "½ F · stretch = ½ · #{force_wording.at_least(force)} · #{force_wording.length(part.length(:stretch))}"
              end),
             *stiffnesses.map { |k| "½ F² / k, k = #{force_wording.number(k / 1000)} N/mm" },
             "at the upper estimate #{force_wording.at_least(force)}"].compact
          end

          def stretched? = part.length(:stretch)&.positive?

          def vessel_words
            return "p V / (γ − 1) · [1 − (p₀/p)^((γ − 1)/γ)], γ 1.4, absolute pressures" if medium == "gas"

            "(p − p₀)² V / 2 K, K 2.2 GPa of water, absolute pressures"
          end
        end
      end
    end
  end
end
