# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What a long test came to, as it was signed: one text with its hash. Never changed.
      class LongReport < Sequel::Model(:long_reports)
        include Record
        include SignedText

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :test, class: "MildAnvil::Store::Models::LongTest"
        one_to_many :signatures, class: "MildAnvil::Store::Models::LongReportSignature", key: :report_id, order: :id
        one_to_many :papers, class: "MildAnvil::Store::Models::LongReportPaper", key: :report_id,
                             order: :signature_count

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no report #{id}", id: id))

        # @return locked for this transaction
        # @raise [NotFound]
        def self.locked!(id) = where(id: id).for_update.first || fetch!(id)

        # @return [String]
        def called = "Report #{number}"
        # @return [String] what it is about, in a seal
        def about = test.title
        def lock_owner = LongTest.locked!(test_id)
        def of_lot_id = test.lot_id

        dataset_module do
          # Those of which a paper is still to be drawn: one for each hand under them.
          def lacking_papers
            hands = LongReportSignature.where(report_id: Sequel[:long_reports][:id]).select { count.function.* }
            papers = LongReportPaper.where(report_id: Sequel[:long_reports][:id]).select do
              count(:signature_count).distinct
            end
            where(Sequel.lit("? > ?", hands, papers)).order(:id)
          end
        end
      end
    end
  end
end
