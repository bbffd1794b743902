# frozen_string_literal: true

module MildAnvil
  module Core
    module Pull
      # A procedure while it runs: told what the bench reads, it says what the bench is to do, and judges every step as
      # it goes. It knows no bench and no clock but the bench's own.
      class Run
        # does: as in Procedure; state: waiting, running, done, failed, stopped, skipped; words: what came of it
        Outcome = Struct.new(:does, :state, :words, :figures, keyword_init: true)
        # A reading: seconds of the bench clock; newtons: the load net of the zero, SI of what is measured; metres of
        # travel, nil where none is measured; state of the bench; whether it broke; cause: what the bench told it stops
        # for
        Reading = Struct.new(:seconds, :newtons, :metres, :state, :broke, :cause, keyword_init: true)

        include StepWatch

        PROVING = %w[ramp hold inspect].freeze
        ROUNDING = 1.0e-6 # 59.9999999 s of 60 are 60

        attr_reader :outcomes, :at, :highest, :ended, :started

        # @param procedure [Procedure]; @param resolution [Float] of the cell that counts, newtons
        # @param reach_metres [Float] as far as a pull to the break goes
        def initialize(procedure, resolution: 0.0, reach_metres: 0.5)
          @procedure = procedure
          @resolution = resolution
          @reach = reach_metres
          @spent = Spent.new(resolution)
          @unsound = Unsound.new(resolution)
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
          unsound = @unsound.note(reading.seconds, reading.newtons, reading.metres, reading.state)
          return untold(unsound) if unsound
          return [] if reading.newtons.nil?

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

          failed_and_finished("not sound: #{bad.join(', ')}", points: points)
        end

        # Read by hand.
        # @param given [Hash{String => Hash}] by name of the figure: text, unit, si (nil for words)
        # @return [Array<Array>]
        # @raise [InvalidInput] where one is missing, or nothing can be worked out of them
        def measured(given)
          return [] unless step&.does == "measure"

          missing = step.figures.find { |figure| given[figure.name].nil? }
          raise InvalidInput.new("#{missing.name} is missing", fields: { missing.name => "is needed" }) if missing

          known = given.transform_values { |one| one[:si] }.compact
          results = step.works_out ? WorkedOut.call(step.works_out, known) : []
          said = given.map { |name, one| [name, one[:text], (one[:unit] if one[:unit] != "words")].compact.join(" ") }
          passed(said.join(", "), given: given, results: results.map(&:to_h))
        end

        def zeroed(offset)
          return [] unless step&.does == "zero"

          passed("taken", offset_newtons: offset)
        end

        # Somebody stopped it, or the bench stopped by itself.
        # What the piece did not do is another thing.
        def stop(words = "stopped by hand")
          return if @ended

          if running?
            @outcomes[@at].state = "stopped"
            @outcomes[@at].words ||= words
          end
          finish("stopped")
        end

        def step = @at.between?(0, @procedure.steps.size - 1) ? @procedure.steps[@at] : nil
        def running? = @ended.nil? && @at >= 0

        # A proof that was stopped before the piece had failed or held it is neither.
        # @return [Symbol, nil] :passed, :failed, :not_completed; nil where nothing was to be proved, or it is not over
        def proof_state
          return if !@procedure.proof? || @ended.nil?

          states = @procedure.steps.each_index.select { |i| PROVING.include?(@procedure.steps[i].does) }
                             .map { |i| @outcomes[i].state }
          return :failed if states.include?("failed")

          states.all?("done") ? :passed : :not_completed
        end

        # @return [Boolean, nil] nil where it is not known
        def proof_passed? = { passed: true, failed: false }[proof_state]

        # What was worked out of figures read by hand.
        # @return [Array<Hash>] name, value, quantity, by
        def results = outcomes.flat_map { |one| one.figures[:results].to_a }

        # @return [Float, nil] seconds that a hold still needs
        def left = @held&.left

        private

        def passed(words, **found)
          figures.merge!(found)
          @outcomes[@at].state = "done"
          @outcomes[@at].words = words
          following
        end

        # What reads nothing proves nothing.
        def untold(words)
          stop(words)
          [[:stop]]
        end

        def failed(words, **found)
          figures.merge!(found)
          @outcomes[@at].state = "failed"
          @outcomes[@at].words = words
        end

        def failed_and_finished(words, **found)
          failed(words, **found)
          finish("stopped")
          [[:release, release_rate]]
        end

        def following
          @at += 1
          @held = @entered = @moved = @stood = @pace = nil
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
