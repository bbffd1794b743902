# frozen_string_literal: true

module MildAnvil
  module Core
    module Pull
      # How a bench that pulls makes what a lot measures: a lever turns force into torque, a piston into pressure, a
      # press works the other way. Translates readings of the bench into the load of a procedure, and its commands back.
      class Fixture
        BY_FORCE = %i[ramp_force release cycle].freeze
        NEEDS = { "torque" => [:arm_metres, "lever arm"], "moment" => [:arm_metres, "lever arm"],
                  "pressure" => [:piston_square_metres, "piston area"] }.freeze
        ROLES = { "torque" => "torque", "moment" => "torque", "pressure" => "pressure" }.freeze

        attr_reader :role, :ratio

        # @param measurand [String] key; @param push [Boolean]
        # @param arm_metres [Float, nil]; @param piston_square_metres [Float, nil]
        # @raise [InvalidInput] where the bench does not say what it needs
        def self.of(measurand, push: false, **bench)
          key, words = NEEDS[measurand]
          given = key && bench[key]
          raise InvalidInput, "This bench states no #{words}: enter it where benches are kept" if key && given.nil?

          ratio = if key.nil? then 1.0
                  else key == :arm_metres ? given : 1.0 / given
                  end
          new(role: ROLES.fetch(measurand, "force"), ratio: ratio, push: push)
        end

        # @param ratio [Float] load by force: N·m by N, Pa by N
        def initialize(role: "force", ratio: 1.0, push: false)
          @role = role
          @ratio = ratio
          @push = push
          @sign = push ? -1.0 : 1.0
        end

        def push? = @push

        # @return [Boolean] whether the load is what its first force cell reads
        def plain? = role == "force" && @sign.positive?

        # @param roles [Array<String>] of the channels; @param values [Array<Float, nil>]
        # @return [Float, nil] load, SI: the bench's own channel of it where there is one
        def load(values, roles)
          own = roles.index(role)
          return values[own] && (values[own] * @sign) if own

          force = values[roles.index("force") || 0]
          force && (force * ratio * @sign)
        end

        # @param resolution [Float] of the force, newtons
        def step(resolution) = resolution * ratio

        # @param command [Array] of a run, in loads
        # @return [Array] for the bench, in newtons
        def command(command)
          name, *rest = command
          case name
          when :ramp_force then [name, newtons(rest[0]), (rest[1] / ratio)]
          when :ramp_travel then [name, rest[0] * @sign, rest[1]]
          when :release then [name, rest[0] / ratio]
          when :cycle then [name, *cycle(*rest)]
          else command
          end
        end

        # @return [Float] force for a load, newtons
        def newtons(load) = load / ratio * @sign

        private

        # The lower one first, whichever way it works.
        def cycle(low, high, hertz, count)
          [*[newtons(low), newtons(high)].sort, hertz, count]
        end
      end
    end
  end
end
