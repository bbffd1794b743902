# frozen_string_literal: true

module MildAnvil
  module Actions
    module LongTests
      # What is seen of tests: worked out again only when something of a test changed. Their charts when one is asked
      # for.
      module Glance
        # setup: Core::LongTest::Setup, with the hours at which it was worked out; answer: plain
        Seen = Struct.new(:setup, :kind, :answer, keyword_init: true) do
          # @return [Hash] plain
          def chart = @chart ||= kind.chart.to_h
        end
        MOST_KEPT = 400

        @recent = RecentlySeen.new(MOST_KEPT)

        module_function

        # @param tests [Array<Store::Models::LongTest>]
        # @return [Hash{Integer => Seen}] by id
        def of(tests)
          stamps = stamps(tests)
          tests.to_h { |test| [test.id, @recent.fetch(stamps.fetch(test.id)) { worked_out(test) }] }
        end

        # Everything that an answer rests on, as numbers that only grow.
        def stamps(tests)
          ids = tests.map(&:id)
          newest = %i[long_readings long_events].map { |table| newest(table, ids) }
          withdrawn = Store::Models::FactWithdrawal.where(subject: "long_reading").max(:id)
          tests.to_h do |test|
            [test.id, [test.uid, test.version, *newest.map { |of| of[test.id] }, withdrawn]]
          end
        end
        private_class_method :stamps

        def newest(table, ids)
          Sequel::Model.db[:long_stations].where(test_id: ids).join(table, station_id: Sequel[:long_stations][:id])
                         .group(:test_id).select_hash(:test_id, Sequel.function(:max, Sequel[table][:id]).as(:newest))
        end
        private_class_method :newest

        def worked_out(test)
          setup = Setup.of(test)
          kind = setup.kind.new(setup)
          Seen.new(setup: setup, kind: kind, answer: ShowTest.plain(kind.answer))
        end
        private_class_method :worked_out
      end
    end
  end
end
