# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      # What a rating must say of readings that a package brought and that nobody here has proved.
      module UnprovedRemarks
        WORDS = { Proof::A_WORD => "came from elsewhere as somebody typed it there, and is not proved here",
                  Hearing::IN_A_NAME => "came from elsewhere in the name of somebody here, and is not proved here",
                  Proof::OTHER_RULES => "came from elsewhere, found by other rules, and is not proved here" }.freeze

        module_function

        # @param facts [LotFacts]
        # @return [Array<String>] one sentence for each reason
        def call(facts)
          measured = facts.pulls.filter_map { |pull| (row = facts.measurement(pull)) && [pull.number, row] }
          return [] if measured.empty?

          why = reasons(measured.map(&:last))
          measured.group_by { |_, row| why[row.id] }.except(nil).map do |reason, rows|
            "#{pulls(rows.map(&:first))} #{WORDS.fetch(reason)}."
          end
        end

        # By the measurement itself, or by the analysis that it was found by.
        def reasons(rows)
          own = Heard.unproved(:measurements, rows.map(&:id))
          found = rows.filter_map(&:finding_id)
          analyses = found.empty? ? {} : Store::Models::Finding.where(id: found).select_hash(:id, :analysis_id)
          other = analyses.empty? ? {} : Heard.unproved(:analyses, analyses.values.uniq)
          rows.to_h { |row| [row.id, own[row.id] || other[analyses[row.finding_id]]] }
        end
        private_class_method :reasons

        def pulls(numbers)
          return "The reading of pull #{numbers.first}" if numbers.size == 1

          "Each reading of pulls #{numbers[0...-1].join(', ')} and #{numbers.last}"
        end
        private_class_method :pulls
      end
    end
  end
end
