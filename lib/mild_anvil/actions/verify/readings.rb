# frozen_string_literal: true

module MildAnvil
  module Actions
    module Verify
      # Every reading of a long test that somebody typed, and every break of a watched product, against what the chain
      # of events told when it was kept.
      module Readings
        KIND = "readings"
        LEFT = ""

        module_function

        # @yield [String, nil]
        def each
          Store::Models::LongReading.where(source: "typed").order(:id).each { |row| yield reading(row) }
          Store::Models::WatchedBreak.order(:id).eager(:product).each { |row| yield watched(row) }
        end

        def reading(row)
          told = told(row, "read_station")
          return if told && told["read"] == JSON.parse(row.read)

          "a reading of #{row.at.utc.iso8601}: the events know nothing of it"
        end
        private_class_method :reading

        def watched(row)
          told = told(row, "watch_break")
          return if told && told.values_at("value_si", "text", "unit") == [row.value_si, row.text, row.unit]

          "a break of #{row.product.name}, #{row.at.utc.iso8601}: the events know nothing of it"
        end
        private_class_method :watched

        def told(row, action)
          event = Store::Journal.about(row, action).first
          event && JSON.parse(event[:after])
        end
        private_class_method :told
      end
    end
  end
end
