# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What the rack shows of a lot: the facts in the transaction of every change, the rating when it has been
      # computed. Never a source.
      class LotSummary < Sequel::Model(:lot_summaries)
        unrestrict_primary_key

        # No key of any inputs begins so: the facts are behind what was committed. A number follows that is another one
        # for each change.
        BEHIND = "behind "

        dataset_module do
          def fall_behind(lot_id)
            where(lot_id: lot_id).update(wanted_key: BEHIND + ULID.generate, changed_at: Time.now)
          end

          # @return [Sequel::Dataset] lots whose facts are older than what was committed
          def behind = where(Sequel.like(:wanted_key, "#{BEHIND}%")).order(:changed_at)

          # @return [Sequel::Dataset] lots whose rating is not that of their present inputs
          def stale = exclude(Sequel.function(:coalesce, :rating_key, "none") => :wanted_key).order(:changed_at)
        end

        def computing? = rating_key != wanted_key
        # @return [Hash] string keys, as the API has them
        def facts_h = JSON.parse(facts)
        def rating_h = rating && JSON.parse(rating)
      end
    end
  end
end
