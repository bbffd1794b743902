# frozen_string_literal: true

module MildAnvil
  module Actions
    module LongTests
      # What is seen of tests: worked out again only when something of a test changed, or time went on.
      module Glance
        MINUTES = 10
        # setup: Core::LongTest::Setup; answer, chart: plain
        Seen = Struct.new(:setup, :answer, :chart, keyword_init: true)
        MOST_KEPT = 400

        @kept = {}
        @lock = Mutex.new

        module_function

        # @param tests [Array<Store::Models::LongTest>]
        # @return [Hash{Integer => Seen}] by id
        def of(tests, now: Time.now)
          stamps = stamps(tests, now)
          tests.to_h { |test| [test.id, kept(stamps.fetch(test.id)) { worked_out(test, now) }] }
        end

        # Everything that an answer rests on, as numbers that only grow.
        def stamps(tests, now)
          ids = tests.map(&:id)
          newest = %i[long_readings long_events].map { |table| newest(table, ids) }
          withdrawn = Store::Models::FactWithdrawal.where(subject: "long_reading").max(:id)
          tests.to_h do |test|
            time = test.running? ? now.to_i / (60 * MINUTES) : 0
            [test.id, [test.uid, test.version, *newest.map { |of| of[test.id] }, withdrawn, time]]
          end
        end
        private_class_method :stamps

        def newest(table, ids)
          Sequel::Model.db[:long_stations].where(test_id: ids).join(table, station_id: Sequel[:long_stations][:id])
                         .group(:test_id).select_hash(:test_id, Sequel.function(:max, Sequel[table][:id]).as(:newest))
        end
        private_class_method :newest

        def kept(stamp)
          @lock.synchronize { @kept[stamp] } || yield.tap do |made|
            @lock.synchronize do
              @kept.delete_if { |key, _| key.first == stamp.first }
              @kept.shift while @kept.size >= MOST_KEPT
              @kept[stamp] = made
            end
          end
        end
        private_class_method :kept

        def worked_out(test, now)
          setup = Setup.of(test, now: now)
          kind = setup.kind.new(setup)
          Seen.new(setup: setup, answer: ShowTest.plain(kind.answer), chart: kind.chart.to_h)
        end
        private_class_method :worked_out
      end
    end
  end
end
