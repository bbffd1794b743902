# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # Whose hand stands under the hash of a report.
      class LongReportSignature < Sequel::Model(:long_report_signatures)
        include Record

        many_to_one :report, class: "MildAnvil::Store::Models::LongReport"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
