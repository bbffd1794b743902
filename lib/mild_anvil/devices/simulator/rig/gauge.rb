# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      module Rig
        # One channel of a bench: what it makes of the true value, with its noise, step, drift, hum and faults.
        class Gauge
          HUM_HERTZ = 50.0
          # role, unit: as the protocol names them; capacity, resolution, noise, hum: in the unit; drift: a second
          Make = Struct.new(:role, :unit, :capacity, :resolution, :noise, :hum, :drift, :gain, :offset,
                            keyword_init: true) do
            def self.force(capacity, **given)
              new(role: "force", unit: "N", capacity: capacity, resolution: capacity / 5000, noise: capacity / 8000,
                  hum: 0.0, drift: 0.0, gain: 1.0, offset: capacity / 900, **given)
            end

            # Made of the force by a lever or a piston. role: "torque" (N.m) or "pressure" (Pa)
            def self.derived(role, unit, capacity)
              new(role: role, unit: unit, capacity: capacity, resolution: capacity / 5000, noise: capacity / 8000,
                  hum: 0.0, drift: 0.0, gain: 1.0, offset: 0.0)
            end

            def self.displacement(capacity, **given)
              new(role: "displacement", unit: "m", capacity: capacity, resolution: 1.0e-5, noise: 4.0e-6, hum: 0.0,
                  drift: 0.0, gain: 1.0, offset: 0.0, **given)
            end
          end

          attr_reader :make, :zero, :lost, :overloaded
          attr_accessor :frozen, :dropping

          # @param make [Make]
          def initialize(make, random:)
            @make = make
            @random = random
            restore
          end

          # As after a power-up.
          def restore
            @zero = 0.0
            @lost = false
            @frozen = nil
            @dropping = 0.0
            @overloaded = false
          end

          def clear_zero = @zero = 0.0
          def lose = @lost = true
          def find = @lost = false
          def freeze_here = @frozen = @last
          def role = make.role

          # @return [Float, nil] absolute reading at a time, nil while there is none
          def absolute(value, seconds)
            return if @lost || (@dropping.positive? && @random.rand < @dropping)
            return @frozen if @frozen

            @last = clamped(stepped((value * make.gain) + make.offset + (make.drift * seconds) + noise + hum(seconds)))
          end

          # @return [Float, nil] net of the zero
          def reading(value, seconds)
            found = absolute(value, seconds)
            found && (found - @zero)
          end

          # What is true where it reads so much: targets are in readings, net of the zero.
          # @return [Float]
          def true_for(reading, seconds)
            value = (reading + @zero - make.offset - (make.drift * seconds)) / make.gain
            reading.negative? ? [value, 0.0].min : [value, 0.0].max
          end

          # @param offset [Float] absolute
          def zero_at(offset) = @zero = offset

          private

          def noise = make.noise.zero? ? 0.0 : Specimens.gauss(@random) * make.noise
          def hum(seconds) = make.hum.zero? ? 0.0 : make.hum * Math.sin(2 * Math::PI * HUM_HERTZ * seconds)
          def stepped(value) = make.resolution.zero? ? value : (value / make.resolution).round * make.resolution

          def clamped(value)
            top = make.capacity * 1.02
            @overloaded = value.abs >= top
            value.clamp(-top, top)
          end
        end
      end
    end
  end
end
