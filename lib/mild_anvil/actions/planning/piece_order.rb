# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # The pieces of a lot in the order in which they are pulled, by the names that they carry.
      module PieceOrder
        module_function

        # @param lot [Store::Models::Lot]
        # @return [Array<Array(String, Integer)>] label and block of each; trials and pieces that are gone are left out
        def of(lot)
          rows = ordered(lot)
          return rows.map { |row| [label(row.specimen), row.block] } unless rows.empty?

          present(lot).map { |specimen| [label(specimen), 1] }
        end

        # @return [Array<Store::Models::Specimen>] listed pieces that nothing was pulled of, in their order
        def unpulled(lot)
          rows = ordered(lot)
          pieces = rows.empty? ? present(lot) : rows.map(&:specimen)
          pulled = Store::Models::Pull.where(lot_id: lot.id).join(:features, id: :feature_id).select_map(:specimen_id)
          pieces.reject { |piece| piece.state == "held back" || pulled.include?(piece.id) }
        end

        # @return [Store::Models::PullOrder, nil] of the lot, or of the study that it is a cell of
        def order(lot)
          Store::Models::PullOrder.of(lot_id: lot.id) || study_ids(lot).filter_map do |id|
            Store::Models::PullOrder.of(study_id: id)
          end.first
        end

        def study_ids(lot)
          factors = lot.study_groups.map(&:factor_id)
          Store::Models::Factor.where(id: factors).distinct.select_map(:study_id)
        end

        # @return [Hash{String => Time}] when each piece was pulled first
        def made(lot)
          Store::Models::Pull.where(lot_id: lot.id).eager(feature: :specimen).order(:pulled_at).all
                             .group_by { |pull| label(pull.feature.specimen) }
                             .transform_values { |pulls| pulls.first.pulled_at }
        end

        # @param specimen [Store::Models::Specimen]
        def label(specimen) = specimen.label.empty? ? specimen.number.to_s : specimen.label

        # @return [Array<Store::Models::Specimen>]
        def present(lot) = lot.specimens_dataset.where(trial: false).exclude(state: "gone").order(:number).all

        def ordered(lot)
          rows = order(lot)&.rows_dataset&.eager(:specimen)&.all || []
          rows.select { |row| row.specimen.lot_id == lot.id && !row.specimen.trial && row.specimen.state != "gone" }
        end
        private_class_method :ordered
      end
    end
  end
end
