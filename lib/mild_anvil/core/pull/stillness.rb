# frozen_string_literal: true

module MildAnvil
  module Core
    module Pull
      # Tells from readings alone whether something stands still: neither travel nor force goes on. A force that gives a
      # little while nothing moves is no motion.
      class Stillness
        WINDOW_SECONDS = 1.0
        MIN_READINGS = 12
        TRAVEL_STEPS = 3 # of its resolution, between the lowest and the highest of a window
        THIRD = 3

        Seen = Struct.new(:seconds, :newtons, :metres)

        # @param force_step_newtons [Float]; @param travel_step_metres [Float] resolutions
        def initialize(force_step_newtons: 1.0, travel_step_metres: 1.0e-5)
          @force_step = force_step_newtons
          @travel_step = travel_step_metres
          @seen = []
        end

        # @param seconds [Float] of the bench clock; @param newtons [Float, nil]; @param metres [Float, nil]
        def note(seconds, newtons, metres)
          @seen.clear if @seen.any? && seconds < @seen.last.seconds
          @seen << Seen.new(seconds, newtons, metres)
          @seen.shift while seconds - @seen.first.seconds > WINDOW_SECONDS
        end

        # @return [Float, nil] bench clock of the newest reading
        def newest = @seen.last&.seconds

        # @param since [Float, nil] of the bench clock: what was read before does not count
        # @return [Boolean] false, too, while nobody knows
        def standing?(since = nil)
          seen = since ? @seen.select { |one| one.seconds > since } : @seen.dup
          return false unless enough?(seen)

          travel_stands?(seen.filter_map(&:metres)) && force_stands?(seen.filter_map(&:newtons))
        end

        private

        FULL_SHARE = 0.9 # of a window

        def enough?(seen)
          return false if seen.size < MIN_READINGS || seen.none? { |one| one.newtons || one.metres }

          seen.last.seconds - seen.first.seconds >= WINDOW_SECONDS * FULL_SHARE
        end

        def travel_stands?(metres) = metres.empty? || metres.max - metres.min <= TRAVEL_STEPS * @travel_step

        # Not above what it was by more than a step.
        def force_stands?(newtons)
          return true if newtons.size < THIRD

          part = newtons.size / THIRD
          mean(newtons.last(part)).abs - mean(newtons.first(part)).abs <= @force_step
        end

        def mean(values) = values.sum / values.size
      end
    end
  end
end
