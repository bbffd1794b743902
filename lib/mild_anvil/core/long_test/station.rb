# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      # One piece under a long test: in its place of an oven, on its carriage, on its shelf.
      #
      # terms: {key => value} of the station, SI; readings: [Reading] in the order of their time; marks: what happened,
      # {word:, hours:, count:, note:}; ended: {word:, hours:, count:, note:} or nil; word: failed, run_out, stopped
      Station = Struct.new(:id, :name, :terms, :readings, :marks, :ended, keyword_init: true) do
        # @return [Array<Reading>] those that say something of a channel
        def with(*keys) = readings.select { |reading| keys.all? { |key| reading[key] } }

        def failed? = ended&.fetch(:word) == "failed"
        def last = readings.last
      end
    end
  end
end
