# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # What a bench measured in a run as the text of a file: time from its beginning, and every channel in SI.
      class RunTable
        FEWEST = 10
        HEADS = { "force" => "Force", "displacement" => "Displacement", "torque" => "Torque", "angle" => "Angle",
                  "pressure" => "Pressure" }.freeze
        READ = { "force" => "N", "displacement" => "m", "torque" => "N·m", "pressure" => "Pa" }.freeze

        # @param read [Devices::Recorder::Journal::Read]
        def initialize(read)
          @read = read
          @channels = read.header.fetch(:channels)
          @roles = @channels.map { |one| one[:role] }
          @fixture = Core::Pull::Fixture.new(**read.header[:fixture].to_h)
        end

        def size = samples.size
        def empty? = samples.size < FEWEST

        # Where the highest was read the cell was at its end, or nothing was read right after it: more may have been.
        # @return [String, nil] of Core::Judgement::LowerBound
        def lower_bound_cause
          return "saturated" if told_first?("OVERLOAD #{main}")

          "dropout" if told_first?("CELL #{main} LOST") || TopMissing.call(samples.map(&:seconds), loads)
        end

        # @return [String]
        def text
          head = ["Time [s]", *@channels.map do |one|
            "#{HEADS.fetch(one[:role], one[:role])} #{one[:index] + 1} [#{one[:unit]}]"
          end, *("#{HEADS.fetch(@fixture.role)} [#{READ.fetch(@fixture.role)}]" if made?)]
          ["Run #{@read.header[:uid]}, bench started #{@read.header[:boot]}", head.join(";"),
           *samples.map { |one| row(one) }, ""].join("\n")
        end

        # @return [Hash] see FileChoices: nothing is left to guess
        def choices(_measurand)
          main = made? ? nil : @roles.index(@fixture.role) || 0
          columns = @channels.each_with_index.map do |one, i|
            unit = READ[one[:role]] or next { index: i + 1, role: "ignore" }
            { index: i + 1, role: one[:role], unit: unit, main: i == main }
          end
          { columns: [{ index: 0, role: "time", unit: "s", main: false }, *columns, *own_column],
            skip_bad_rows: true } # whatever was not read is a gap, however much of it
        end

        # @return [Float, nil] step of what counts, SI
        def resolution
          own = @channels.find { |one| one[:role] == @fixture.role } unless made?
          step = (own || @channels.find { |one| one[:role] == "force" })&.fetch(:resolution, nil)
          own || step.nil? ? step : @fixture.step(step)
        end

        private

        # What a bench told of the cell before anything broke.
        def told_first?(word)
          told = @read.events.map(&:word)
          at = told.index(word)
          !at.nil? && (told.index("BREAK").nil? || at < told.index("BREAK"))
        end

        def main = @roles.index(@fixture.role) || @roles.index("force") || 0
        def loads = samples.map { |sample| @fixture.load(netted(sample), @roles) }

        # Whether what the lot measures is worked out of the force: by a lever, a piston, or the other way round.
        def made? = @fixture.push? || !@roles.include?(@fixture.role)

        def own_column
          made? ? [{ index: @channels.size + 1, role: @fixture.role, unit: READ.fetch(@fixture.role), main: true }] : []
        end

        # Each number once, in order.
        def samples = @samples ||= @read.samples.sort_by(&:number).uniq(&:number)

        # As the recorder netted it: what came before the first zero has that zero too.
        def netted(sample)
          return sample.values if zero.nil? || sample.number >= zero[:from_number]

          sample.values.each_with_index.map do |value, i|
            value && (i == zero[:channel] ? value - zero[:offset] : value)
          end
        end

        def zero
          return @zero if defined?(@zero)

          @zero = @read.notes.find { |note| note[:kind] == "zero" && note[:from_number] }
        end

        def row(sample)
          seconds = sample.seconds - samples.first.seconds
          values = netted(sample)
          values = [*values, @fixture.load(values, @roles)] if made?
          [format("%.6f", seconds), *values.map { |value| value && format("%.9g", value) }].join(";")
        end
      end
    end
  end
end
