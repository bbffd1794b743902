# frozen_string_literal: true

module MildAnvil
  module Actions
    module Practice
      # The answer to a lesson, held against its truth; once.
      module HandIn
        module_function

        # @param kind [String] statement (the last one signed), none, or choice; @param choice [String, nil]
        # @return [Store::Models::PracticeRun]
        # @raise [Conflict] with nothing signed, or when it was handed in
        def call(run_id:, kind:, person_id:, choice: nil)
          run = Mine.fetch!(run_id, person_id)
          statement = statement!(run) if kind == "statement"
          result = Result.new(run, statement, kind == "choice" ? choice : nil).to_h
          Store::Database.write do
            row = Store::Models::PracticeRun.locked!(run.id)
            raise Conflict, "This lesson is handed in already" if row.finished?

            row.update(answer: JSON.generate(kind: kind, choice: choice, statement: statement&.number),
                       result: JSON.generate(result), score: result[:score][:total], finished_at: Time.now)
            Store::Events.record(:hand_in_lesson, row, person_id: person_id, lot_id: row.lot_id,
                                                       after: { kind: kind, score: row.score })
          end
          run.refresh
        end

        def statement!(run)
          last = Store::Models::Statement.where(lot_id: run.lot_id).order(:number).last
          return last if last && Papers::Standing.of(last).empty?

          raise Conflict, "Nothing is signed yet: judge the pulls, rate the lot, and sign what you would promise"
        end
        private_class_method :statement!
      end
    end
  end
end
