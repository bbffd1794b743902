# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      module Sections
        # One question of a plan and its answer.
        class Section
          def initialize(plan) = @plan = plan

          private

          attr_reader :plan

          def content = plan.content
          def world = plan.world
          def wording = plan.wording
          def force_wording = plan.force_wording
          # The upper estimate, where it is a force.
          def upper_force = world.force? ? plan.estimate&.value_si : nil
          def missing(sentence) = { state: "missing", sentence: sentence }
          def ok(sentence, **rest) = { state: "ok", sentence: sentence, **rest }
          def look(sentence, **rest) = { state: "look", sentence: sentence, **rest }
        end
      end
    end
  end
end
