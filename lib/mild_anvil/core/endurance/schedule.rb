# frozen_string_literal: true

module MildAnvil
  module Core
    module Endurance
      # When a long test is to be read: fast at first, then sparser, by hours or by count. A reading that nobody took is
      # a gap, and said.
      class Schedule
        MOST = 5_000
        EARLY = 0.4 # of the step before a due place: read so early it is the reading of that place

        Stretch = Struct.new(:every, :until, keyword_init: true)

        # @param stretches [Array<Stretch, Hash>] every:, until:; each from where the one before ends
        # @raise [InvalidInput] for steps that lead nowhere, or too many readings
        def initialize(stretches)
          @stretches = stretches.map { |s| s.is_a?(Stretch) ? s : Stretch.new(**s) }
          refuse("a schedule needs at least one stretch") if @stretches.empty?
          sound!
          refuse("more than #{MOST} readings are planned: take larger steps") if planned_count > MOST
        end

        # @return [Array<Float>] places of all readings, rising, the last end among them
        def places
          @places ||= begin
            from = 0.0
            @stretches.flat_map do |stretch|
              count = ((stretch.until - from) / stretch.every).floor
              found = (1..count).map { |i| from + (i * stretch.every) }
              found << stretch.until.to_f if found.empty? || stretch.until - found.last > 0.01 * stretch.every
              from = stretch.until.to_f
              found
            end
          end
        end

        def last = places.last

        # @param read [Array<Numeric>] places at which somebody read, rising
        # @return [Float, nil] the first place after the last reading that is still to be read; nil when all are past
        def next_after(read)
          latest = read.max || 0.0
          place = places.find { |p| p > latest }
          return place if place.nil? || p_early(place) > latest || read.empty?

          places.find { |p| p > place }
        end

        # @param read [Array<Numeric>]; @param now [Numeric] how far it is
        # @return [Array<Float>] places that are past and that nobody read
        def missed(read, now)
          past = places.each_index.select { |i| late(i) <= now }
          past.reject { |i| read.any? { |r| r >= p_early(places[i]) && r < late(i) } }.map { |i| places[i] }
        end

        private

        def sound!
          ends = [0.0, *@stretches.map(&:until)]
          numbers = @stretches.flat_map { |s| [s.every, s.until] }
          return if numbers.all? { |n| number?(n) && n.positive? } && ends.each_cons(2).all? { |a, b| b > a }

          refuse("each stretch of a schedule needs a step above 0, and an end after the one before")
        end

        def planned_count
          from = 0.0
          @stretches.sum do |s|
            count = (s.until - from) / s.every
            from = s.until
            count
          end
        end

        # A place is missed when the next one has come.
        def late(index)
          places[index + 1] ? p_early(places[index + 1]) : places[index] + step(index)
        end

        def step(index) = places[index] - (index.zero? ? 0.0 : places[index - 1])
        def p_early(place) = place - (EARLY * step(places.index(place)))
        def number?(value) = value.is_a?(Numeric) && value.to_f.finite?
        def refuse(message) = raise(InvalidInput.new(message, fields: { schedule: message }))
      end
    end
  end
end
