# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      module Rig
        # What moves: where it stands, what it is told to do, and how it gets there. Its states are those of the
        # protocol; whoever drives it is told of every change by the block.
        class Machine
          STEP_SECONDS = 0.002 # at most, whatever the sampling
          FASTEST = 0.05 # metres a second
          UNLOADED_SHARE = 0.002 # of the capacity
          NOTHING_SHARE = 1.0e-7
          BLEED_SECONDS = 5.0
          PUMP_HERTZ = 0.8 # strokes of a hand pump
          MOVING = %i[ramp cycle release].freeze
          RESTING = %i[idle estop fault].freeze
          CLOSE_ENOUGH = 0.0005 # of the capacity: there

          attr_reader :state, :steps, :metres, :newtons, :since, :specimen

          # @param capacity [Float] newtons; @param drive [String] "frame" or "hand pump"
          # @yield [Symbol] :break, or the new state
          def initialize(capacity:, drive: "frame", &told)
            @capacity = capacity
            @pump = drive == "hand pump"
            @told = told
            @metres = @newtons = 0.0
            @now = @since = 0.0
            @steps = 0
            @state = :idle
            @motion = nil
          end

          def load(specimen)
            @specimen = specimen
            @metres = 0.0
          end

          def unloaded? = @newtons.abs < UNLOADED_SHARE * @capacity

          # Nothing hangs any more, not merely little.
          def off? = @newtons.abs <= NOTHING_SHARE * @capacity

          def moving? = MOVING.include?(@state)
          def bleeding? = !@bleeding.nil?
          def elapsed = @now - @since

          # Towards less of what it is told to reach.
          def going_back?
            return @state == :release if @motion.nil? || @motion[:to].nil? || @state != :ramp

            here = @motion[:of] == :disp ? @metres : @newtons
            @motion[:to].abs < here.abs
          end

          def arm
            @steps = 0
            become(:armed)
          end

          # @param motion [Hash] to: newtons or metres, of: :force or :disp, rate, or a cycle's low, high, hertz, count
          def go(state, motion)
            @motion = motion
            @target = @newtons if motion[:of] == :force
            @begun = @now
            @steps += 1
            become(state)
          end

          def hold = stand(:hold)
          def stop = RESTING.include?(@state) || stand(:stopped)
          def idle = stand(:idle)

          # The load goes off by the bench's own means.
          def fall_to(state)
            @motion = nil
            @bleeding = @newtons
            become(state)
          end

          # @param seconds [Float] of the bench clock
          def advance(seconds)
            left = seconds
            while left.positive?
              step = @motion || @bleeding ? [left, STEP_SECONDS].min : left
              @now += step
              left -= step
              move(step)
            end
          end

          private

          def stand(state)
            @motion = nil
            become(state)
          end

          def become(state)
            return if state == @state

            @state = state
            @since = @now
            @bleeding = nil unless %i[estop fault].include?(state)
            @told.call(state)
          end

          def move(step)
            whole = @specimen.nil? || @specimen.failed.nil?
            travel(step)
            @newtons = @specimen ? @specimen.pulled_to(@metres, step) : 0.0
            return arrived if whole == (@specimen.nil? || @specimen.failed.nil?)

            @told.call(:break)
            stand(:stopped) unless RESTING.include?(@state)
          end

          def travel(step)
            return bleed(step) if @bleeding
            return if @motion.nil?

            speed = @motion[:of] == :disp ? by_travel : by_force(step)
            speed *= 1 + Math.sin(2 * Math::PI * PUMP_HERTZ * @now) if @pump && speed.positive?
            @metres += speed.clamp(-FASTEST, FASTEST) * step
          end

          def bleed(step)
            away = @bleeding.abs * step / BLEED_SECONDS
            back = [away / (@specimen&.stiffness || 1.0), FASTEST * step].min
            @metres -= back * (@newtons <=> 0.0)
          end

          def by_travel
            rest = @motion[:to] - @metres
            rest.abs <= @motion[:rate] * STEP_SECONDS ? rest / STEP_SECONDS : @motion[:rate] * (rest <=> 0)
          end

          # The force that it should be at now, reached by the stiffness of what is in.
          def by_force(step)
            @target = wanted(step)
            return FASTEST * 0.2 * (@target <=> 0.0) if @specimen.nil?

            (@target - @newtons) / @specimen.stiffness / step
          end

          def wanted(step)
            return cycled if @state == :cycle

            rest = @motion[:to] - @target
            change = @motion[:rate] * step
            rest.abs <= change ? @motion[:to] : @target + (change * (rest <=> 0))
          end

          # Up to the low one first, then as a cosine between both.
          def cycled
            low, high, hertz = @motion.values_at(:low, :high, :hertz)
            low + ((high - low) * (1 - Math.cos(2 * Math::PI * hertz * (@now - @begun))) / 2)
          end

          def arrived
            return if @motion.nil?

            case @state
            when :ramp then hold if there?
            when :cycle then hold if (@now - @begun) * @motion[:hertz] >= @motion[:count]
            when :release then stand(:armed) if off?
            end
          end

          def there?
            return (@motion[:to] - @metres).abs < 1.0e-7 if @motion[:of] == :disp

            @target == @motion[:to] && (@newtons - @motion[:to]).abs <= CLOSE_ENOUGH * @capacity
          end
        end
      end
    end
  end
end
