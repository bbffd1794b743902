# frozen_string_literal: true

module MildAnvil
  module Actions
    module Comparing
      # What was concluded in a job, as a list shows it.
      module Conclusions
        module_function

        # @return [Array<Hash>] the newest first
        def of_job(job_id)
          rows = Store::Models::Conclusion.where(job_id: job_id).reverse(:number).eager(:lot, signatures: :person).all
          rows.map { |row| shown(row) }
        end

        MOST_WAITING = 40

        # @return [Array<Hash>] those that wait for a second hand, the oldest first
        def waiting
          reviewed = Store::Models::ConclusionSignature.where(meaning: "reviewed").select(:conclusion_id)
          rows = Store::Models::Conclusion.exclude(id: reviewed).order(:id).limit(MOST_WAITING).eager(:lot, :job,
                                                                                                      :person)
          rows.all.map do |row|
            { id: row.id, number: row.number, lot_id: row.lot_id, lot: row.lot.name, customer: row.job.customer,
              person: row.person.name, created_at: row.created_at }
          end
        end

        # @param row [Store::Models::Conclusion]
        # @return [Hash]
        def shown(row)
          sentences, words, altered = said(row)
          { id: row.id, number: row.number, lot_id: row.lot_id, lot: row.lot.name, sha256: row.sha256,
            sentences: sentences, words: words, altered: altered, reviewed: row.reviewed?,
            signatures: SignedContent.signatures(row), lots: row.db[:conclusion_lots].where(conclusion_id: row.id)
                                                                                     .select_order_map(:lot_id) }
        end

        def said(row)
          body = row.frozen_body
          [body.fetch("sentences"), body.fetch("words"), nil]
        rescue Tampered => e
          [[], "", e.message]
        end
        private_class_method :said
      end
    end
  end
end
