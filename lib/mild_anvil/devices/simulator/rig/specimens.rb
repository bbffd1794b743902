# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      module Rig
        # What can be put in: by name, with a hidden strength around a mean; "NAME:NEWTONS" has that strength.
        module Specimens
          SCATTER = 0.05
          DEFAULT_NEWTONS = 14_500.0
          LARGEST = 1.0e7
          SHAPES = { "rope" => Shapes::Rope, "rows" => Shapes::Netting, "steel" => Shapes::Steel,
                     "print" => Shapes::Casting, "anchor" => Shapes::Anchor, "joint" => Shapes::PeggedJoint,
                     "sleeve" => Shapes::Sleeve, "friction" => Shapes::Friction, "polymer" => Shapes::Rope,
                     "tiring" => Shapes::Steel }.freeze
          # What some of them do besides.
          HABITS = { "polymer" => { creep: 0.05 }, "tiring" => { decades: 4.0 } }.freeze
          # An outer part or a link of the train gives way at this share of what the specimen would have held.
          WEAK_LINK_SHARE = 0.7
          FORM = /\A(?<pressed>pressed-)?(?<weak>weak-link-)?(?<shape>[a-z]+)(?::(?<newtons>\d{1,8}(?:\.\d+)?))?\z/

          module_function

          # @param text [String] such as "rope", "joint:14500", "weak-link-steel", "pressed-print"
          # @return [Specimen, nil] nil for a name that is none
          def named(text, random:, mean: DEFAULT_NEWTONS)
            found = FORM.match(text.to_s.downcase) or return
            shape = SHAPES[found[:shape]] or return
            strength = found[:newtons]&.to_f || (mean * (1 + (SCATTER * gauss(random))))
            return unless strength.positive? && strength <= LARGEST

            Specimen.new(found[0], shape.path(strength, random), **HABITS.fetch(found[:shape], {}),
                         link_newtons: found[:weak] && (strength * WEAK_LINK_SHARE), pressed: !found[:pressed].nil?)
          end

          def gauss(random) = Math.sqrt(-2 * Math.log(1 - random.rand)) * Math.cos(2 * Math::PI * random.rand)
        end
      end
    end
  end
end
