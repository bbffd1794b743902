# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      module Proof
        # Measurements from what was found, overruled or typed; judgements by the rules, from the measurements that they
        # name and the journal that tells of them.
        class Values
          Finding = Struct.new(:id, :kind, :value_si, :extra, keyword_init: true)
          # A scale that shows mass is read by what a kilogram weighs where it was checked: within the earth's span.
          GRAVITY_SPAN = 0.004
          MASS = %w[kg t lb g].freeze

          # @param contents [Devices::Package::Contents]
          def initialize(contents)
            @contents = contents
            @told = Told.new(contents)
            @findings = contents.rows(:findings).group_by { |row| row[:analysis_id] }
            @finding = contents.rows(:findings).to_h { |row| [row[:id], row] }
            @overrides = contents.rows(:overrides).to_h { |row| [row[:id], row] }
            @measurements = contents.rows(:measurements).to_h { |row| [row[:id], row] }
            @pulls = contents.rows(:pulls).to_h { |row| [row[:id], row] }
          end

          # @return [Array<String>]
          def problems
            @measurements.values.filter_map { |row| measured(row) } +
              @contents.rows(:judgements).filter_map { |row| judged(row) } + failures
          end

          # @return [Array<Integer>] ids of measurements that rest on a person's word alone
          def typed
            @measurements.values.filter_map { |row| row[:id] if row[:finding_id].nil? }
          end

          private

          def measured(row)
            "pull #{number(row)}: #{row[:quantity].to_s.tr('_', ' ')} #{against(row)}" if against(row)
          end

          def against(row)
            return typed_otherwise(row) if row[:finding_id].nil?
            return overruled_otherwise(row) if row[:override_id]

            _, value, cause = found(row)
            return "is not what its finding says" unless value && close?(value, row[:value_si])

            "hides that it is only a lower bound" if cause && row[:lower_bound_cause].nil?
          end

          def found(row)
            own = @finding[row[:finding_id]] or return
            list = @findings[own[:analysis_id]].sort_by { |one| [one[:at_seconds] || 0.0, one[:id]] }
            list = list.map do |one|
              Finding.new(id: one[:id], kind: one[:kind], value_si: one[:value_si], extra: JSON.parse(one[:extra]))
            end
            Core::Judgement::RatedQuantity.in(list, row[:quantity])
          end

          def overruled_otherwise(row)
            override = @overrides[row[:override_id]]
            return if override && override[:finding_id] == row[:finding_id] &&
                      close?(override[:value_si] || row[:value_si], row[:value_si])

            "is not what somebody put in the place of its finding"
          end

          # What was typed, in its own unit.
          def typed_otherwise(row)
            return if row[:text].nil?

            value = Core::Quantity::TypedReading.parse(row[:text], Catalogue.units.force!(row[:unit])).value_si
            within = MASS.include?(row[:unit]) ? GRAVITY_SPAN * value : 1e-9 * value
            "is not what was typed, #{row[:text]} #{row[:unit]}" unless (value - row[:value_si]).abs <= within
          rescue InvalidInput
            nil # of another quantity than a force: only the person's word stands
          end

          def judged(row)
            return if row[:counts_as].nil?

            why = unruly(row) || untold(row)
            "pull #{number(row)}: what it counts as #{why}" if why
          end

          # By the rules, whatever part the lot rates.
          def unruly(row)
            measurement = row[:measurement_id] && @measurements[row[:measurement_id]]
            return "is about a reading of another pull" if measurement && measurement[:pull_id] != row[:pull_id]

            cases = [[], ["specimen", row[:failed_part]].compact].map { |parts| rule_case(row, measurement, parts) }
            cases.any? { |kase| same?(row, kase) } ? nil : "does not follow from its reading by the rules"
          end

          def same?(row, kase)
            judged = Core::Judgement::Rules.judge(kase)
            close?(judged.value_si, row[:value_si]) && close?(judged.upper_si, row[:upper_si]) &&
              judged.complete == row[:complete]
          rescue InvalidInput
            false
          end

          def rule_case(row, measurement, parts)
            value = measurement && Core::Judgement::Measurement.new(
              **measurement.slice(:quantity, :value_si, :resolution_si, :lower_bound_cause, :source)
            )
            said = stated(row)
            Core::Judgement::Case.new(counts_as: row[:counts_as], measurement: value, failed_part: row[:failed_part],
                                      reason: row[:reason], rated_parts: parts,
                                      stated: (said if row[:counts_as] == "at_most"),
                                      upper: (said if row[:counts_as] == "between"))
          end

          def stated(row)
            return if row[:stated_text].nil?

            value = row[:counts_as] == "between" ? row[:upper_si] : row[:value_si]
            Core::Quantity::TypedReading.new(value_si: value, text: row[:stated_text], unit: row[:stated_unit])
          end

          # Whoever judges says so in the journal, in the same moment.
          def untold(row)
            pull = @pulls[row[:pull_id]]
            told = @told.any?("Pull", "judge_pull", pull&.fetch(:uid)) do |event, after|
              event[:person_id] == row[:person_id] && after["counts_as"] == row[:counts_as] &&
                close?(after["value_si"], row[:value_si])
            end
            "is nothing that its journal tells of" unless told
          end

          # A feature that failed names the judgement by which it did.
          def failures
            judged = @contents.rows(:judgements).to_h { |row| [row[:id], row] }
            @contents.rows(:feature_failures).filter_map do |row|
              kept = judged[row[:judgement_id]]
              next if kept && Core::Judgement::Rules.fails?(kept[:counts_as])

              "a feature is said to have failed by a judgement that says otherwise"
            end
          end

          def number(row) = @pulls.dig(row[:pull_id], :number)

          def close?(one, other)
            return one.nil? && other.nil? if one.nil? || other.nil?

            (one.to_f - other.to_f).abs <= 1e-9 * [one.to_f.abs, 1e-12].max
          end
        end
      end
    end
  end
end
