# frozen_string_literal: true

module MildAnvil
  module Actions
    module Verify
      # Every signed report of a long test: its text and its papers against their hashes, its signatures and papers
      # against the chain of events, and the readings it rests on against what they say now.
      module LongReports
        KIND = "reports"
        LEFT = ""
        EVENTS = { "reported" => "report_long_test", "reviewed" => "review_long_report" }.freeze

        module_function

        # @yield [String, nil]
        def each
          Store::Models::LongReport.order(:id).each do |row|
            yield wrong(row)
            SignedRows.waiting(row).times { yield :waiting }
          end
        end

        def wrong(row)
          name = "report #{row.number} of #{row.test.title}"
          found = SignedRows.hands(row,
                                   EVENTS) || SignedRows.papers(row,
                                                                "keep_long_report_paper") || readings(row.frozen_body)
          found && "#{name} #{found}"
        rescue MildAnvil::Error => e
          "#{name}: #{e.message}"
        end
        private_class_method :wrong

        # Readings are never changed: one that says something else now was changed behind the application's back.
        def readings(body)
          read = body.dig("content", "stations").flat_map { |station| station["readings"] }
          now = Store::Models::LongReading.where(uid: read.map { |one| one["uid"] }).to_hash(:uid)
          other = read.find { |one| now[one["uid"]].nil? || JSON.parse(now[one["uid"]].read) != one["read"] }
          other && "rests on a reading of #{other['at']} that says something else now"
        end
        private_class_method :readings
      end
    end
  end
end
