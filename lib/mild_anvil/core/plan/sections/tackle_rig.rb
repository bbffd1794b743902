# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      module Sections
        # A compound tackle: the parts of rope drawn and counted, hand force, anchors.
        class TackleRig < Section
          def call
            stages = content.part(:tackle).parts(:stages)
            return missing("Add a stage to see what the hand or the winch must pull.") if stages.empty?

            rig = Rig.new(stages.map { |row| stage(row) })
            load = content.part(:tackle).force(:load) || upper_force
            return missing("Type the load that the rig must make.").merge(stages: drawn(rig, nil)) if load.nil?

            { state: rig.miscounted.empty? ? "ok" : "look", sentence: rig.sentence(load, force_wording),
              miscounted: rig.miscounted, advantage: rig.advantage, hand: force_wording.at_least(rig.hand(load)),
              hand_si: rig.hand(load), stages: drawn(rig, load), working: rig.working(load, force_wording),
              cautions: ["Every anchor and redirect must hold what stands beside it."] }
          end

          private

          def stage(row)
            Rig::Stage.new(parts: row[:parts], efficiency: row.share(:efficiency_percent, 1.0),
                           from_moving_block: row[:from_moving_block] || false, counted: row[:counted])
          end

          def drawn(rig, load)
            levels = load ? rig.levels(load) : rig.stages.map { nil }
            rig.stages.zip(levels).map do |stage, level|
              { parts: stage.parts, from_moving_block: stage.from_moving_block, counted: stage.counted,
                anchor: level && force_wording.at_least(level.anchor), hauls: level &&
                  force_wording.at_least(level.hauls),
                moves: level && force_wording.force(level.moves) }
            end
          end
        end
      end
    end
  end
end
