# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # Lots whose acceptance plan still misses a required test: what nobody may forget.
      module MissingTests
        MOST = 40

        module_function

        # @return [Array<Hash>] lot_id, lot, customer, sentence; the oldest plan first
        def call
          real = Store::Models::Lot.real.select(:id)
          latest = Store::Models::AcceptancePlan.where(lot_id: real).group(:lot_id).select(Sequel.function(:max, :id))
          lots = Store::Models::AcceptancePlan.where(id: latest).order(:id).limit(MOST).select_map(:lot_id)
          lots.filter_map do |id|
            lot = Store::Models::Lot.fetch!(id)
            progress = Acceptance.progress(lot)
            next unless %i[missing failed].include?(progress.verdict)

            { lot_id: id, lot: lot.name, customer: lot.job.customer, sentence: progress.sentence }
          end
        end
      end
    end
  end
end
