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
        end

        def empty? = samples.size < FEWEST

        # @return [String]
        def text
          head = ["Time [s]", *@channels.map do |one|
            "#{HEADS.fetch(one[:role], one[:role])} #{one[:index] + 1} [#{one[:unit]}]"
          end]
          ["Run #{@read.header[:uid]}, bench started #{@read.header[:boot]}", head.join(";"),
           *samples.map { |one| row(one) }, ""].join("\n")
        end

        # @return [Hash] see FileChoices: nothing is left to guess
        def choices(_measurand)
          main = @channels.index { |one| one[:role] == "force" } || 0
          columns = @channels.each_with_index.map do |one, i|
            unit = READ[one[:role]] or next { index: i + 1, role: "ignore" }
            { index: i + 1, role: one[:role], unit: unit, main: i == main }
          end
          { columns: [{ index: 0, role: "time", unit: "s", main: false }, *columns] }
        end

        # @return [Float, nil] step of the force that counts
        def resolution = @channels.find { |one| one[:role] == "force" }&.fetch(:resolution, nil)

        private

        # Each number once, in order.
        def samples = @samples ||= @read.samples.sort_by(&:number).uniq(&:number)

        def row(sample)
          seconds = sample.seconds - samples.first.seconds
          [format("%.6f", seconds), *sample.values.map { |value| value && format("%.9g", value) }].join(";")
        end
      end
    end
  end
end
