# frozen_string_literal: true

module MildAnvil
  module Devices
    module Drivers
      # A log file that a logger goes on writing: its first rows say what its columns are, as for any file; then every
      # whole line that comes is a sample.
      class GrowingFile < Watched
        FEWEST = 12 # lines that its columns are read from
        MOST_LOOKED_AT = 200
        LOOK_SECONDS = 0.02
        MOST = 1_000_000 # bytes in one look

        # @param path [String]; @param units [Core::Quantity::UnitTable]
        def initialize(path, units:)
          super()
          @path = path
          @units = units
          @rest = +"".b
          @head = []
          @at = 0
        end

        def connected? = !@file.nil?
        def place = [@path]

        # @return [Symbol]
        def open(**)
          @file = File.open(@path, "rb")
          @file.seek(@at)
          @number.zero? ? :new : :same
        end

        def close
          @file&.close
          @file = nil
        end

        # @return [Array<Sample>]
        # @raise [EOFError] when the file is gone or was begun anew
        def poll(seconds)
          bytes = more(seconds) or return []
          @rest << bytes
          parts = @rest.split("\n", -1)
          @rest = parts.pop
          samples(parts.map { |line| line.delete_suffix("\r").force_encoding(Encoding::UTF_8).scrub })
        end

        private

        def more(seconds)
          deadline = now + seconds
          loop do
            gone! if !File.exist?(@path) || File.size(@path) < @at
            bytes = @file.read(MOST)
            return bytes.tap { @at += bytes.bytesize } if bytes
            return if now >= deadline

            sleep LOOK_SECONDS
          end
        end

        def gone!
          close
          @at = 0
          raise EOFError, "the file is gone, or was begun anew"
        end

        def samples(lines)
          return lines.filter_map { |line| row(line) } if @layout

          @head.concat(lines)
          return [] if @head.size < FEWEST || !learned?

          @head.drop(@layout.data_first_line - 1).filter_map { |line| row(line) }
        end

        # @return [Boolean] whether its columns are understood
        def learned?
          text = "#{@head.first(MOST_LOOKED_AT).join("\n")}\n"
          reading = Delimited::FileReader.look(Delimited::Source.of(text), name: File.basename(@path), units: @units)
          return false unless reading.questions.empty?

          @layout = reading.layout
          @time = reading.columns.find { |column| column.role == "time" }
          @read = reading.columns.select { |column| Delimited::Column::MEASURED.include?(column.role) && column.unit }
                         .sort_by { |column| column.main ? 0 : 1 }
          @channels = @read.each_with_index.map do |column, i|
            Channel.new(index: i, role: column.role, unit: si(column))
          end
          true
        rescue InvalidInput
          false
        end

        SI = { "force" => "N", "displacement" => "m", "torque" => "N.m", "pressure" => "Pa" }.freeze
        def si(column) = SI.fetch(column.role, "1")

        def row(line)
          return if line.strip.empty?

          fields = @layout.fields(line)
          readings = @read.map { |column| value(fields[column.index], column) }
          return thrown(line) if readings.compact.empty?

          sample(readings, @time && value(fields[@time.index], @time))
        end

        def value(field, column)
          number = field && @layout.style.parse(field)
          number && column.unit ? column.unit.to_si(number) * (column.sign || 1) : number
        end
      end
    end
  end
end
