# frozen_string_literal: true

module MildAnvil
  module Core
    module Quantity
      # What a lot measures: force, torque, pressure, energy, cycles; the units it may be shown in, the words for its
      # minimum and
      # its limit, and the roles of the channels that it can be read from.
      class Measurand
        attr_reader :key, :name, :units, :strength, :limit, :load, :channels

        # @param units [Array<Unit>] the first one is the usual one
        def initialize(key:, name:, units:, strength:, limit:, load:, channels:)
          @key = key
          @name = name
          @units = units.freeze
          @strength = strength
          @limit = limit
          @load = load
          @channels = channels.freeze
          freeze
        end

        # @return [Unit]
        # @raise [InvalidInput] naming the units that would do
        def unit!(symbol)
          units.find { |unit| unit.symbol == symbol } ||
            raise(InvalidInput.new("“#{symbol}” is no unit of #{name.downcase} here; use " \
                                   "#{units.map(&:symbol).join(', ')}",
                                   fields: { unit: "must be one of #{units.map(&:symbol).join(', ')}" }))
        end

        # @return [Boolean] whether a curve with this main channel can be judged in this quantity
        def read_from?(role) = channels.include?(role)
      end
    end
  end
end
