# frozen_string_literal: true

module MildAnvil
  module Core
    module Pull
      # How each kind of step is judged while it goes; part of Run.
      module StepWatch
        NEARLY = 0.99 # of a travel
        STOPPED = "the bench stopped"
        LASTS_SECONDS = 0.4 # that it stands below what it was to reach

        private

        WATCHES = { "ramp" => :ramp, "hold" => :hold, "cycle" => :cycled, "release" => :released, "break" => :broken,
                    "wait" => :waited }.freeze

        def watched(reading) = send(WATCHES.fetch(step.does, :looking), reading)
        def released(reading) = reading.state == "ARMED" ? passed("unloaded") : stopped?(reading)
        def waited(reading) = reading.seconds - @entered >= step.seconds ? passed("waited") : stopped?(reading)

        # While somebody looks, or takes the zero, only the bench itself can end it.
        def looking(reading)
          stop(reading.cause || STOPPED) if %w[ESTOP FAULT].include?(reading.state)
          []
        end

        def ramp(reading)
          figures[:highest_newtons] = [figures[:highest_newtons].to_f, reading.newtons].max
          paced(reading)
          return lost("not reached") if reading.broke
          return stopped?(reading) unless reading.state == "HOLD" && @moved
          return short_of_it(reading) unless reached?(reading)

          passed(["reached", @pace&.words].compact.join(", "), rate: @pace&.measured, rate_kept: @pace&.kept?)
        ensure
          @moved ||= reading.state == "RAMP"
          @stood = nil if reading.state == "RAMP"
        end

        # It stands below what it was to reach. What an earlier command did may still be told behind the new one: only a
        # stand that lasts is one.
        def short_of_it(reading)
          @stood ||= reading.seconds
          reading.seconds - @stood >= LASTS_SECONDS ? failed_and_finished("not reached") : []
        end

        # A travel is believed to the bench where nothing measures it.
        def reached?(reading)
          return reading.metres.nil? || reading.metres.abs >= step.to * NEARLY if step.by == "travel"

          figures[:highest_newtons] >= step.to - @resolution
        end

        def paced(reading)
          value = step.by == "travel" ? reading.metres&.abs : reading.newtons
          return if value.nil? || reading.state != "RAMP"

          @pace ||= Pace.new(from: value, to: step.to || @reach, rate: step.rate)
          @pace.note(reading.seconds, value)
        end

        def hold(reading)
          return lost("not held") if reading.broke

          @held ||= Held.new(target: held_target, for_seconds: step.seconds, over_share: step.over_share,
                             resolution: @resolution)
          @held.note(reading.newtons, @last && @last.seconds >= @entered ? reading.seconds - @last.seconds : 0.0)
          figures.merge!(@held.figures)
          if @held.fallen?(reading.newtons)
            return failed_and_finished("not held: fell below after #{seconds(@held.seconds)}")
          end
          return passed(["held #{seconds(@held.seconds)}", *unseen].join(", ")) if @held.done?

          stopped?(reading)
          @ended ? [] : tightened(reading)
        end

        def unseen
          return [] unless @held.unseen_seconds.positive?

          ["counted anew after #{seconds(@held.unseen_seconds)} without a reading"]
        end

        # What the ramp before it asked for.
        def held_target
          before = @procedure.steps[0...@at].reverse.find { |one| %w[ramp cycle].include?(one.does) }
          before && before.by != "travel" ? before.to || before.high : nil
        end

        def tightened(reading)
          force = reading.state == "HOLD" ? @held.tighten(reading.newtons) : nil
          force ? [[:ramp_force, force, ramp_rate]] : []
        end

        def cycled(reading)
          return lost("not finished") if reading.broke

          @moved ||= reading.state == "CYCLE"
          reading.state == "HOLD" && @moved ? passed("cycled #{step.count} times") : stopped?(reading)
        end

        def broken(reading)
          return broke("broke") if reading.broke
          return broke("let go, and carries #{share(reading)} on") && [[:release, release_rate]] if @spent.now?(
            reading, @highest
          )

          reached = reading.state == "HOLD" && @moved && at_its_end?(reading)
          @moved ||= reading.state == "RAMP"
          reached ? passed("did not break as far as the bench goes") : stopped?(reading)
        end

        # By travel it is known; by force there is no end but the bench's.
        def at_its_end?(reading)
          step.by == "force" || reading.metres.nil? || reading.metres.abs >= @reach * NEARLY
        end

        def share(reading) = "#{(100 * reading.newtons / @highest).round} %"

        def broke(words)
          figures[:highest_newtons] = @highest
          passed(words, broken: true)
          finish("broken")
          []
        end

        def lost(words)
          failed("#{words}: it let go #{step.does == 'ramp' ? 'on the way up' : 'under the load'}")
          finish("broken")
          []
        end

        def stopped?(reading)
          stop(reading.cause || STOPPED) if %w[STOPPED ESTOP FAULT IDLE].include?(reading.state) && @moved
          @moved ||= %w[RAMP HOLD CYCLE RELEASE].include?(reading.state)
          []
        end
      end
    end
  end
end
