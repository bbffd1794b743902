# frozen_string_literal: true

module MildAnvil
  module Actions
    module Verify
      # The findings of every recording, found again in its samples by the rules of today.
      module Findings
        KIND = "findings"
        LEFT = "found by earlier rules"
        # Another machine's mathematics may differ in the last digits.
        WITHIN = 1e-9
        KEPT = %i[kind at_seconds until_seconds value_si reason confidence doubt].freeze

        module_function

        # @yield [String, Symbol, nil]
        def each
          Store::Models::Recording.order(:id).each do |recording|
            analysis = recording.analysis or next yield("#{Recordings.name(recording)} has no findings")
            ours = analysis.rule_version == Core::Curve::Analysis::RULE_VERSION
            yield ours ? wrong(recording, analysis) : :left
          end
        end

        def wrong(recording, analysis)
          kept = analysis.findings_dataset.order(:id).map { |row| kept(row) }
          found = StoredCurve.analysis(recording).findings.map { |finding| found(finding) }
          odd = odd(kept, found) or return
          "#{Recordings.name(recording)}: #{odd[:kind].to_s.tr('_', ' ')} is not what its samples say"
        rescue Tampered, Zlib::Error, MildAnvil::Error => e
          "#{Recordings.name(recording)}: #{e.message}"
        end
        private_class_method :wrong

        # @param kept [Array<Hash>]; @param found [Array<Hash>] of KEPT and extra
        # @return [Hash, nil] the first that is not the same in both
        def odd(kept, found)
          return if kept.size == found.size && kept.zip(found).all? { |a, b| same?(a, b) }

          kept.zip(found).find { |a, b| !same?(a, b) }&.first || found[kept.size]
        end

        def kept(row)
          { **row.values.slice(*KEPT), extra: row.extra }
        end
        private_class_method :kept

        def found(finding)
          { kind: finding.kind.to_s, at_seconds: finding.at_seconds, until_seconds: finding.until_seconds,
            value_si: finding.force_newtons, reason: finding.because[0, 400], confidence: finding.confidence,
            doubt: finding.doubt&.slice(0, 400), extra: Canonical.plain(finding.extra) }
        end

        def same?(one, other)
          case one
          when Hash then other.is_a?(Hash) && same_list?(one.sort.flatten(1), other.sort.flatten(1))
          when Array then other.is_a?(Array) && same_list?(one, other)
          when Float then other.is_a?(Numeric) && (one - other).abs <= WITHIN * [one.abs, 1e-3].max
          else one == other
          end
        end
        private_class_method :same?

        def same_list?(one, other) = one.size == other.size && one.zip(other).all? { |a, b| same?(a, b) }
        private_class_method :same_list?
      end
    end
  end
end
