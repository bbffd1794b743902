# frozen_string_literal: true

module MildAnvil
  module Core
    module Endurance
      # When was a limit passed? Readings say between which two of them; nothing says when in between.
      module Crossing
        # after: place of the last reading within it, nil when the first one is beyond; by: place of the first beyond
        Found = Struct.new(:after, :by, keyword_init: true)

        module_function

        # @param places [Array<Numeric>] hours or counts, rising; @param values [Array<Float>]
        # @param limit [Float]; @param way [Symbol] :up beyond is above, :down beyond is below
        # @return [Found, nil] nil while every reading keeps to it
        def find(places, values, limit, way: :up)
          index = values.index { |value| way == :up ? value > limit : value < limit } or return

          Found.new(after: index.zero? ? nil : places[index - 1], by: places[index])
        end

        # What it was at a place: read there, or bounded by its neighbours where it only grows.
        # @return [Hash] value:, or low: and high: of the neighbours (nil where there is none)
        def at(places, values, place)
          index = places.rindex(place)
          return { value: values[index] } if index

          before = places.rindex { |p| p < place }
          after = places.index { |p| p > place }
          { low: before && values[before], high: after && values[after] }
        end
      end
    end
  end
end
