# frozen_string_literal: true

module MildAnvil
  module Core
    module Pull
      # A procedure while it runs: told what the bench reads, it says what the bench is to do, and judges every step as
      # it goes. It knows no bench and no clock but the bench's own.
      class Run
        # does: as in Procedure; state: waiting, running, done, failed, skipped; words: what came of it
        Outcome = Struct.new(:does, :state, :words, :figures, keyword_init: true)
        # A reading: seconds of the bench clock, newtons net of the zero, state of the bench, whether it broke
        Reading = Struct.new(:seconds, :newtons, :state, :broke, keyword_init: true)

        ROUNDING = 1.0e-6 # 59.9999999 s of 60 are 60

        attr_reader :outcomes, :at, :highest, :ended, :started

        # @param procedure [Procedure]; @param resolution [Float] of the cell that counts, newtons
        # @param reach_metres [Float] as far as a pull to the break goes
        def initialize(procedure, resolution: 0.0, reach_metres: 0.5)
          @procedure = procedure
          @resolution = resolution
          @reach = reach_metres
          @spent = Spent.new(resolution)
          @outcomes = procedure.steps.map { |step| Outcome.new(does: step.does, state: "waiting", figures: {}) }
          @at = -1
          @highest = 0.0
          @last = nil
          @ended = nil # nil, "finished", "stopped", "broken"
        end

        # @return [Array<Array>] commands: [:ramp_force, newtons, rate], [:ramp_travel, metres, rate], [:hold],
        #   [:cycle, low, high, hertz, count], [:release, rate], [:zero]
        def begin = following

        # @param reading [Reading]
        # @return [Array<Array>] commands
        def tick(reading)
          return [] if @ended || @at.negative?

          @started ||= reading.seconds
          @entered ||= reading.seconds
          @highest = [@highest, reading.newtons].max
          commands = watched(reading)
          @last = reading
          commands
        end

        # A person looked: point by point; or the zero was taken.
        # @param points [Hash{String => Boolean}] sound or not
        def inspected(points)
          return [] unless step&.does == "inspect"

          bad = step.points.reject { |point| points[point] }
          return passed("sound: #{step.points.join(', ')}", points: points) if bad.empty?

          failed("not sound: #{bad.join(', ')}", points: points)
          [[:release, release_rate]]
        end

        def zeroed(offset)
          return [] unless step&.does == "zero"

          passed("taken", offset_newtons: offset)
        end

        # Somebody stopped it, or the bench stopped by itself.
        def stop(words = "stopped by hand")
          return if @ended

          failed(@outcomes[@at].words || words) if running?
          finish("stopped")
        end

        def step = @at.between?(0, @procedure.steps.size - 1) ? @procedure.steps[@at] : nil
        def running? = @ended.nil? && @at >= 0

        # @return [Boolean, nil] nil where nothing was to be proved, or it is not over
        def proof_passed?
          return if !@procedure.proof? || @ended.nil?

          proving = @procedure.steps.each_index.select { |i| %w[ramp hold inspect].include?(@procedure.steps[i].does) }
          proving.all? { |i| @outcomes[i].state == "done" }
        end

        # @return [Float, nil] seconds that a hold still needs
        def left = @held&.left

        private

        WATCHES = { "ramp" => :ramp, "hold" => :hold, "cycle" => :cycled, "release" => :released, "break" => :broken,
                    "wait" => :waited }.freeze

        def watched(reading) = send(WATCHES.fetch(step.does, :looking), reading)
        def released(reading) = reading.state == "ARMED" ? passed("unloaded") : stopped?(reading)
        def waited(reading) = reading.seconds - @entered >= step.seconds ? passed("waited") : stopped?(reading)

        # While somebody looks, or takes the zero, only the bench itself can end it.
        def looking(reading)
          stop("the bench stopped") if %w[ESTOP FAULT].include?(reading.state)
          []
        end

        def ramp(reading)
          figures[:highest_newtons] = [figures[:highest_newtons].to_f, reading.newtons].max
          return lost(reading, "not reached") if reading.broke
          return stopped?(reading) unless reading.state == "HOLD" && @moved

          reached = reading.newtons >= step.to - @resolution || figures[:highest_newtons] >= step.to - @resolution
          reached ? passed("reached") : failed_and_finished("not reached")
        ensure
          @moved ||= reading.state == "RAMP"
        end

        def hold(reading)
          return lost(reading, "not held") if reading.broke

          @held ||= Held.new(target: held_target, for_seconds: step.seconds, over_share: step.over_share,
                             resolution: @resolution)
          @held.note(reading.newtons, @last && @last.seconds >= @entered ? reading.seconds - @last.seconds : 0.0)
          figures.merge!(@held.figures)
          if @held.fallen?(reading.newtons)
            return failed_and_finished("not held: fell below after #{seconds(@held.seconds)}")
          end
          return passed("held #{seconds(@held.seconds)}") if @held.done?

          stopped?(reading)
          @ended ? [] : tightened(reading)
        end

        # What the ramp before it asked for.
        def held_target
          before = @procedure.steps[0...@at].reverse.find { |one| %w[ramp cycle].include?(one.does) }
          before && (before.to || before.high)
        end

        def tightened(reading)
          force = reading.state == "HOLD" ? @held.tighten(reading.newtons) : nil
          force ? [[:ramp_force, force, ramp_rate]] : []
        end

        def cycled(reading)
          return lost(reading, "not finished") if reading.broke

          @moved ||= reading.state == "CYCLE"
          reading.state == "HOLD" && @moved ? passed("cycled #{step.count} times") : stopped?(reading)
        end

        def broken(reading)
          return broke("broke") if reading.broke
          return broke("let go, and carries #{share(reading)} on") && [[:release, release_rate]] if @spent.now?(
            reading, @highest
          )

          reached = reading.state == "HOLD" && @moved
          @moved ||= reading.state == "RAMP"
          reached ? passed("did not break as far as the bench goes") : stopped?(reading)
        end

        def share(reading) = "#{(100 * reading.newtons / @highest).round} %"

        def broke(words)
          figures[:highest_newtons] = @highest
          passed(words, broken: true)
          finish("broken")
          []
        end

        def lost(_reading, words)
          failed("#{words}: it let go #{step.does == 'ramp' ? 'on the way up' : 'under the load'}")
          finish("broken")
          []
        end

        def stopped?(reading)
          stop("the bench stopped") if %w[STOPPED ESTOP FAULT IDLE].include?(reading.state) && @moved
          @moved ||= %w[RAMP HOLD CYCLE RELEASE].include?(reading.state)
          []
        end

        def passed(words, **found)
          figures.merge!(found)
          @outcomes[@at].state = "done"
          @outcomes[@at].words = words
          following
        end

        def failed(words, **found)
          figures.merge!(found)
          @outcomes[@at].state = "failed"
          @outcomes[@at].words = words
        end

        def failed_and_finished(words)
          failed(words)
          finish("stopped")
          [[:release, release_rate]]
        end

        def following
          @at += 1
          @held = @entered = @moved = nil
          return finish("finished") && [] if step.nil?

          @outcomes[@at].state = "running"
          step.does == "remark" ? passed(step.words) : commands
        end

        def commands
          case step.does
          when "ramp" then [ramp_to]
          when "cycle" then [[:cycle, step.low, step.high, step.hertz, step.count]]
          when "release" then [[:release, step.rate]]
          when "break" then [step.by == "force" ? [:ramp_force, far, step.rate] : [:ramp_travel, @reach, step.rate]]
          when "zero" then [[:zero]]
          else []
          end
        end

        # Aimed a little above where something is held next.
        def ramp_to
          return [:ramp_travel, step.to, step.rate] if step.by == "travel"

          following = @procedure.steps[@at + 1]
          [:ramp_force, following&.does == "hold" ? Held.aim(step.to, following.over_share) : step.to, step.rate]
        end

        def far = 1.0e9

        def ramp_rate
          @procedure.steps.filter_map { |s| s.rate if s.does == "ramp" && s.by == "force" }.max || release_rate
        end

        def release_rate
          @procedure.steps.filter_map { |s| s.rate if s.does == "release" }.max || [@highest / 5, 10.0].max
        end

        def figures = @outcomes[@at].figures
        def seconds(value) = value < 10 ? format("%.1f s", value) : "#{(value + ROUNDING).floor} s"

        def finish(how)
          @ended = how
          @outcomes.each { |one| one.state = "skipped" if one.state == "waiting" }
          true
        end
      end
    end
  end
end
