# frozen_string_literal: true

module MildAnvil
  module Actions
    module LongTests
      # Every reading of a test as a table, each as it was read with its unit beside it.
      module Export
        module_function

        # @return [Array(String, String)] name and CSV
        def call(id)
          test = Store::Models::LongTest.fetch!(id)
          kind = Core::LongTest::Kinds.fetch!(test.kind)
          head = %w[station at hours cycles] + kind.channels.flat_map do |c|
            [c.key.to_s, "#{c.key} unit"]
          end + %w[note source]
          rows = test.stations.flat_map { |station| station.readings.map { |r| row(kind, station, r) } }
          ["#{test.title.gsub(/[^\p{L}\p{N}]+/, '-')}.csv", Documents::TableCsv.render(head, rows)]
        end

        def row(kind, station, reading)
          read = reading.told
          values = kind.channels.flat_map { |c| read[c.key] ? read[c.key].values_at(:text, :unit) : ["", ""] }
          [station.name, reading.at.utc.iso8601(3), format("%.6f", reading.hours), reading.count, *values,
           reading.note, reading.source]
        end
        private_class_method :row
      end
    end
  end
end
