# frozen_string_literal: true

module MildAnvil
  module Core
    module Acceptance
      # Where an acceptance plan stands: of every required test what is done, failed, missing and to be repeated.
      class Progress
        Row = Struct.new(:test, :done, :passed, :failed, :missing, :repeat, :verdicts, keyword_init: true) do
          def state
            return "missing" if missing.positive?

            failed.positive? ? "failed" : "done"
          end
        end

        # @param tests [Array<RequiredTest>]
        # @param results [Array<RequiredTest::Result>]
        # @param dimensions [Hash{String => Float}]
        # @param repeats [Integer] tests that one failure asks for; 0: a failure stands
        def initialize(tests, results, dimensions: {}, repeats: 0)
          @tests = tests
          @results = results
          @dimensions = dimensions
          @repeats = repeats
        end

        # @return [Array<Row>]
        def rows = @rows ||= @tests.map { |test| row(test) }

        # @return [Symbol] :missing while any is missing, :failed, :accepted; :empty without tests
        def verdict
          return :empty if rows.empty?
          return :missing if rows.any? { |row| row.missing.positive? }

          rows.any? { |row| row.failed.positive? } ? :failed : :accepted
        end

        # @return [Integer] tests still to be made
        def missing = rows.sum(&:missing)

        # @return [String]
        def sentence
          case verdict
          when :empty then "No test is required yet."
          when :missing then "Missing: #{lacking.join(', ')}.#{failures}"
          when :failed then "Not accepted.#{failures}"
          else "All #{rows.sum(&:done)} required tests are done and passed."
          end
        end

        private

        def lacking = rows.select { |row| row.missing.positive? }.map { |row| "#{row.test.name} (#{row.missing})" }

        def failures
          failed = rows.select { |row| row.failed.positive? }
          failed.empty? ? "" : " Failed: #{failed.map { |row| "#{row.test.name} (#{row.failed})" }.join(', ')}."
        end

        # A failed one that may be repeated asks for more; it stands as failed until those are in and pass.
        def row(test)
          verdicts = @results.select { |result| result.test == test.key }.map { |r| [r, verdict_of(test, r)] }
          counted = verdicts.reject { |result, verdict| result.superseded || verdict.passed.nil? }
          failed = counted.count { |_, verdict| !verdict.passed }
          repeat = failed * @repeats
          required = test.count + repeat
          missing = [required - counted.size, 0].max
          mended = repeat.positive? && missing.zero? && failed <= counted.size - test.count - repeat + failed
          Row.new(test: test, done: counted.size, passed: counted.size - failed, missing: missing, repeat: repeat,
                  failed: mended && repeats_passed?(counted, test.count) ? 0 : failed, verdicts: verdicts)
        end

        def repeats_passed?(counted, count) = counted.drop(count).all? { |_, verdict| verdict.passed }

        def verdict_of(test, result) = test.verdict(result, @dimensions)
      end
    end
  end
end
