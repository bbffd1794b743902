# frozen_string_literal: true

module MildAnvil
  module Actions
    # Says which cell of its job's studies a lot is.
    module AssignLevels
      module_function

      # @param level_ids [Array<Integer>] at most one of each factor
      # @return [Store::Models::Lot]
      # @raise [InvalidInput]
      def call(lot_id:, level_ids:, person_id:)
        person = People.fetch!(person_id)
        Store::Database.write do
          lot = Store::Models::Lot.locked!(lot_id)
          levels = levels!(lot, level_ids.uniq)
          before = lot.study_groups.map(&:level_id)
          Store::Models::StudyGroup.where(lot_id: lot.id).delete
          levels.each { |level| Store::Models::StudyGroup.create(lot_id: lot.id, factor_id: level.factor_id, level_id: level.id) }
          Store::Events.record(:assign_levels, lot, person_id: person.id, lot_id: lot.id, before: { levels: before },
                                                    after: { levels: level_ids })
          lot.refresh
        end
      end

      def levels!(lot, ids)
        studies = Store::Models::Study.where(job_id: lot.job_id).select(:id)
        factors = Store::Models::Factor.where(study_id: studies).select(:id)
        levels = Store::Models::Level.where(id: ids, factor_id: factors).all
        if levels.size < ids.size
          raise InvalidInput.new("A level belongs to no study of this job",
                                 fields: { level_ids: "is of another job" })
        end
        return levels if levels.map(&:factor_id).uniq.size == levels.size

        raise InvalidInput.new("A lot is at one level of each factor", fields: { level_ids: "has two of one factor" })
      end
      private_class_method :levels!
    end
  end
end
