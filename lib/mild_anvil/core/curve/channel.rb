# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # One measured quantity of a recording, SI, NaN where the logger wrote none; as an array or packed, whichever is
      # asked for.
      #
      # role: "force", "displacement", "torque" ...; unit: the Unit it was read in; main: whether it is the pull's
      # force.
      class Channel
        attr_reader :name, :role, :unit, :sign, :main

        # @param samples [Array<Float>, nil] shape (n,)
        # @param packed [String, nil] the same as little-endian doubles; one of both is needed
        def initialize(name:, role:, unit: nil, sign: nil, samples: nil, packed: nil, main: false)
          @name = name
          @role = role
          @unit = unit
          @sign = sign
          @main = main
          @samples = samples
          @packed = packed
        end

        # @return [Array<Float>]
        def samples = @samples ||= Packed.unpack(@packed)

        # @return [String]
        def packed = @packed ||= Packed.pack(@samples)

        def inspect = "#<#{self.class} #{name}, #{role}, #{size} samples>"
        def size = @samples ? @samples.size : Packed.size(@packed)
      end
    end
  end
end
