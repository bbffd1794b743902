# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # The hash of a check: over everything that was typed and everything that follows from it, the same whether it is
      # about to be kept or is read again.
      module CheckSeal
        # Up to that version a seal was over the numbers of file and bench here; since then over what is the same
        # everywhere.
        NUMBERED = %w[1].freeze
        COLUMNS = %i[kind source checked_at good_until gravity gravity_half_share gravity_source buoyancy masses_share
                     temperature_celsius hanger note resolution_newtons capacity_newtons tolerance_newtons
                     tolerance_share attachment_id bench_id].freeze
        POINT = %i[series applied_newtons applied_text indicated_newtons indicated_text swing_newtons from_seconds
                   until_seconds].freeze
        NOTHING = [nil, "", false].freeze

        module_function

        # @param cells [Array<Store::Models::Instrument>] one, or the two of a cross-check
        # @param columns [Hash]; @param points [Array<Hash>]
        # @param verdict [Hash] passed, and what else follows
        # @param version [String] of the rules that it was made by
        # @return [String] in hexadecimal digits
        def call(...) = OpenSSL::Digest::SHA256.hexdigest(stated(...))

        # @return [String] what the hash of a kept check is over
        def text(check) = stated(*parts(check), version: check.rule_version)

        def stated(cells, columns, points, verdict, version: KeepCheck::RULE_VERSION)
          kept = columns[:kind] == "cross" ? [*COLUMNS, :advantage] : COLUMNS
          typed = columns.slice(*kept)
          typed = anywhere(typed) unless NUMBERED.include?(version)
          Canonical.text({ instruments: cells.map(&:uid), rule_version: version,
                           columns: plain(typed), points: points.map { |p| plain(p.slice(*POINT)) },
                           verdict: plain(verdict) })
        end

        # @param check [Store::Models::InstrumentCheck]
        # @return [String] by what is stored
        def of(check) = OpenSSL::Digest::SHA256.hexdigest(text(check))

        def parts(check)
          cells = [check.instrument, check.second_instrument].compact
          verdict = verdict(check.passed, check.low_newtons, check.high_newtons)
          [cells, check.values, check.points.map(&:values), verdict]
        end
        private_class_method :parts

        private_class_method :stated

        # File and bench by what they are everywhere.
        def anywhere(columns)
          file, bench = columns.values_at(:attachment_id, :bench_id)
          columns.merge(attachment_id: file && Store::Models::Attachment.where(id: file).get(:sha256),
                        bench_id: bench && Store::Models::Bench.where(id: bench).get(:uid))
        end
        private_class_method :anywhere

        # What follows: whether it passed, and from where to where.
        def verdict(passed, low = nil, high = nil) = { passed: passed, low: low, high: high }

        # Without what says nothing; numbers as the store has them.
        def plain(values)
          values.reject { |_, value| NOTHING.include?(value) }.transform_values do |value|
            case value
            when Time then value.utc.iso8601(6)
            when Numeric then value.to_f
            else value
            end
          end
        end
        private_class_method :plain
      end
    end
  end
end
