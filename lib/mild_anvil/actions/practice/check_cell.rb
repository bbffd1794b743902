# frozen_string_literal: true

module MildAnvil
  module Actions
    module Practice
      # Masses hung on a cell of a lesson: what it shows, up and down again. As often as somebody likes; the first time
      # counts.
      module CheckCell
        module_function

        # @param cell [String] key
        # @return [Store::Models::PracticeRun]
        # @raise [NotFound, Conflict]
        def call(run_id:, cell:, person_id:)
          run = Mine.fetch!(run_id, person_id)
          Store::Database.write do
            row = Store::Models::PracticeRun.locked!(run.id)
            raise Conflict, "This lesson is handed in" if row.finished?

            found = cells(row).find { |one| one.key == cell } || raise(NotFound, "there is no such cell on this bench")
            keep(row, found, person_id)
          end
          run.refresh
        end

        # @param run [Store::Models::PracticeRun]
        # @return [Array<Core::Practice::Cell>]
        def cells(run) = Core::Practice::Lesson.new(run.truth[:lesson]).cells

        # @return [Hash{String => Integer}] key of a cell => pulls before it was checked
        def done(run) = run.checks ? JSON.parse(run.checks) : {}

        # @return [Array<Core::Practice::Cell::Point>] the same ones every time somebody looks
        def points(run, cell) = cell.points(run.truth[:seed] + cell.key.sum)

        def keep(row, cell, person_id)
          checked = done(row)
          return if checked.key?(cell.key)

          pulls = row.lot.pulls_dataset.count
          row.update(checks: JSON.generate({ **checked, cell.key => pulls }))
          Store::Events.record(:check_practice_cell, row, person_id: person_id, lot_id: row.lot_id,
                                                          after: { cell: cell.name, pulls: pulls })
        end
        private_class_method :keep
      end
    end
  end
end
