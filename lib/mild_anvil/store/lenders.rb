# frozen_string_literal: true

module MildAnvil
  module Store
    # The lots that could lend their scatter to another one: one query, whatever their number.
    module Lenders
      MAX_SHOWN = 200

      module_function

      # @param lot [Models::Lot]
      # @return [Array<Hash>] id, name, customer, breaks, breaks_only, mean_si, standard_deviation_si; the newest first
      def for(lot, database = Sequel::Model.db)
        database[:lots].join(:jobs, id: Sequel[:lots][:job_id]).join(:lot_summaries, lot_id: Sequel[:lots][:id])
                       .where(Sequel[:lots][:item_type] => lot.item_type, Sequel[:lots][:direction] => lot.direction,
                              Sequel[:lots][:measurand] => lot.measurand)
                       .where(rated_quantity(database, Sequel[:lots][:id]) => lot.terms.rated_quantity)
                       .exclude(Sequel[:lots][:id] => lot.id).where { breaks > 0 }
                       .where(practised => lot.job.practice?)
                       .select(Sequel[:lots][:id].as(:id), Sequel[:lots][:name].as(:name), :customer, :breaks,
                               :breaks_only, :mean_si,
                               :standard_deviation_si)
                       .order(Sequel.desc(Sequel[:lots][:id])).limit(MAX_SHOWN).all
      end

      # @return [Sequel::Dataset] lots of two breaks at least that are measured as forces, the newest first
      def links(database = Sequel::Model.db)
        real = database[:jobs].exclude(purpose: "practice").select(:id)
        database[:lots].where(job_id: real).join(:lot_summaries, lot_id: Sequel[:lots][:id])
                       .where(measurand: "force", breaks_only: true)
                       .where { (breaks >= 2) & (standard_deviation_si > 0) }
                       .select(Sequel[:lots][:id].as(:id), Sequel[:lots][:name].as(:name), :breaks, :mean_si,
                               :standard_deviation_si)
                       .order(Sequel.desc(Sequel[:lots][:id])).limit(MAX_SHOWN)
      end

      # What is practised lends to nothing that is real, nor the other way.
      def practised = Sequel.expr(Sequel[:jobs][:purpose] => "practice")
      private_class_method :practised

      def rated_quantity(database, lot_id)
        database[:rating_terms].where(lot_id: lot_id).order(Sequel.desc(:revision)).limit(1).select(:rated_quantity)
      end
      private_class_method :rated_quantity
    end
  end
end
