# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # The paper of a report as it was drawn, with its hash; another one after each signature.
      class LongReportPaper < Sequel::Model(:long_report_papers)
        include Record
        include KeptBytes
      end
    end
  end
end
