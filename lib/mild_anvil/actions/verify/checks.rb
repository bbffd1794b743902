# frozen_string_literal: true

module MildAnvil
  module Actions
    module Verify
      # Every check of an instrument: its readings and its verdict against the hash it was signed by, and that hash
      # against the chain of events.
      module Checks
        KIND = "checks"
        LEFT = "sealed by an earlier version over numbers of where they were made: only what follows was looked at"
        SAME_FIGURES = %w[1 2].freeze # versions by which the same readings give the same verdict
        EVENTS = { "cross" => "keep_cross_check" }.freeze

        module_function

        # @yield [String, nil]
        def each
          Store::Models::InstrumentCheck.order(:id).each { |check| yield wrong(check) }
        end

        def wrong(check)
          name = "The check #{check.id} of #{check.instrument.name}"
          sealed = Chain::CheckSeal.of(check) == check.sha256
          why = against(check, sealed)
          return "#{name}: #{why}" if why

          rows = Store::Journal.about(check, EVENTS.fetch(check.kind, "keep_check"))
          told = rows.any? { |row| JSON.parse(row[:after])["sha256"] == check.sha256 }
          return "#{name}: the events know nothing of it" unless told

          sealed ? nil : :left
        end
        private_class_method :wrong

        # @return [String, nil] what does not follow, from the check alone
        def against(check, sealed = Chain::CheckSeal.of(check) == check.sha256)
          return "its verdict is not what its readings say" unless follows?(check)

          "its readings are not what was signed" unless sealed || elsewhere?(check)
        end

        # Whether a package brought it with a seal that holds only where it was made.
        def elsewhere?(check)
          Chain::CheckSeal::NUMBERED.include?(check.rule_version)
        end
        private_class_method :elsewhere?

        def follows?(check)
          return true if check.cross? || !SAME_FIGURES.include?(check.rule_version)

          found = Chain::CheckRows.result(check)
          [found.passed?,
           *found.range] == [check.passed, check.low_newtons, check.high_newtons].first(found.passed? ? 3 : 1)
        end
        private_class_method :follows?
      end
    end
  end
end
