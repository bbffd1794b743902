# frozen_string_literal: true

module MildAnvil
  module Devices
    module Drivers
      # What is read back of a gap: samples by their numbers, each once, with the events before them.
      class Filled
        # @param ends_at [Float, nil] clock of the first sample behind the gap
        def initialize(ends_at)
          @ends_at = ends_at
          @samples = {}
          @events = []
        end

        def size = @samples.size
        def before_its_end?(event) = !@ends_at.nil? && event.seconds <= @ends_at

        def add(item) = item.is_a?(Sample) ? @samples[item.number] = item : @events << item

        # @return [Array<Sample, Event>] an event before the first sample that is not older
        def items
          waiting = @events.sort_by.with_index { |event, i| [event.seconds, i] }
          placed = @samples.sort.map(&:last).flat_map do |sample|
            before = waiting.take_while { |event| event.seconds <= sample.seconds }
            waiting = waiting.drop(before.size)
            [*before, sample]
          end
          placed + waiting
        end
      end
    end
  end
end
