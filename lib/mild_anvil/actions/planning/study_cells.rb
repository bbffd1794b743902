# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # The cells of a study: which of them are lots, which are empty, and lots made for those that are wanted.
      module StudyCells
        module_function

        # @return [Hash] factors, cells: {levels, lot_id, lot, specimens, pulled}, faults
        def show(study_id:)
          study = Store::Models::Study.fetch!(study_id)
          factorial = factorial(study)
          by_cell = lots(study.id).to_h { |lot| [levels_of(lot, study), lot] }
          planned = Store::Models::Specimen.where(lot_id: by_cell.values.map(&:id)).group_and_count(:lot_id)
                                           .as_hash(:lot_id, :count)
          summaries = Store::Models::LotSummary.where(lot_id: by_cell.values.map(&:id)).as_hash(:lot_id, :breaks)
          { **ShowAsk.study(study), faults: factorial.faults_of(by_cell.keys & factorial.cells),
                                    cells: factorial.cells.map do |cell|
                                      shown(cell, by_cell[cell], planned, summaries)
                                    end }
        end

        def shown(cell, lot, planned, summaries)
          { levels: cell, lot_id: lot&.id, lot: lot&.name, planned: lot&.specimens_planned,
            specimens: lot ? planned.fetch(lot.id, 0) : 0, breaks: lot ? summaries.fetch(lot.id, 0).to_i : 0 }
        end
        private_class_method :shown

        # @return [Array<Store::Models::Lot>] that are cells of it, in their order
        def lots(study_id)
          factors = Store::Models::Factor.where(study_id: study_id).select_map(:id)
          ids = Store::Models::StudyGroup.where(factor_id: factors).distinct.select_map(:lot_id)
          Store::Models::Lot.where(id: ids).order(:id).all
        end

        # @param cells [Array<Array<String>>] a level name of each factor
        # @param like [Integer] a lot of the job whose request the new ones take over
        # @param planned [Integer] pulls in each
        # @return [Array<Store::Models::Lot>]
        # @raise [InvalidInput] for unknown, doubled or existing cells
        def make(study_id:, cells:, like:, planned:, person_id:)
          pattern = Store::Models::Lot.fetch!(like)
          Store::Database.write do
            study = Store::Models::Study.locked!(study_id)
            refuse!(study, cells)
            refuse_other_job!(study, pattern)
            cells.map { |cell| make_one(study, cell, pattern, planned, person_id) }
          end
        end

        def refuse_other_job!(study, pattern)
          return if pattern.job_id == study.job_id

          raise InvalidInput.new("The lot to take over belongs to another job", fields: { like: "is of another job" })
        end
        private_class_method :refuse_other_job!

        COPIED = %i[item_type material maker differs_from_use direction configuration item_condition setup_class
                    measurand display_unit].freeze
        private_constant :COPIED

        def make_one(study, cell, pattern, planned, person_id)
          values = pattern.values.slice(*COPIED).merge(name: name_of(study, cell), specimens_planned: planned,
                                                       rated_parts: pattern.rated_parts)
          lot = SaveLot.create(job_id: study.job_id, values: values, person_id: person_id)
          AssignLevels.call(lot_id: lot.id, level_ids: level_ids(study, cell), person_id: person_id)
        end
        private_class_method :make_one

        # A quantity says its unit: "polyester, 4 rows".
        def name_of(study, cell)
          study.factors.zip(cell).map { |factor, level| [level, factor.unit].compact.join(" ") }.join(", ")[0, 160]
        end
        private_class_method :name_of

        def level_ids(study, cell)
          study.factors.zip(cell).map { |factor, name| factor.levels.find { |level| level.name == name }.id }
        end
        private_class_method :level_ids

        def refuse!(study, cells)
          there = lots(study.id).map { |lot| levels_of(lot, study) }
          faults = factorial(study).faults_of(there + cells).grep_v(/no chosen cell/)
          return if faults.empty?

          raise InvalidInput.new("#{faults.join('; ')}.", fields: { cells: faults.join("; ") })
        end
        private_class_method :refuse!

        def factorial(study)
          Core::Plan::Factorial.new(study.factors.map do |factor|
            levels = factor.levels.map { |l| Core::Plan::Factorial::Level.new(name: l.name, value: l.value) }
            Core::Plan::Factorial::Factor.new(name: factor.name, kind: factor.kind, levels: levels)
          end)
        end

        def levels_of(lot, study)
          chosen = lot.study_groups.to_h { |group| [group.factor_id, group.level.name] }
          study.factors.map { |factor| chosen[factor.id] }
        end
        private_class_method :levels_of
      end
    end
  end
end
