# frozen_string_literal: true

module MildAnvil
  module Store
    # What counts: the one place that says so, for lists, charts, exports and papers. What was withdrawn or taken back
    # stays in its table and is left out here.
    module Counting
      module_function

      # @param subject [String] of Subjects::FACTS; @param rows [Sequel::Dataset] of its table
      # @return [Sequel::Dataset] those that nobody withdrew
      def facts(subject, rows)
        table = Subjects::FACTS.fetch(subject)
        rows.exclude(Sequel[table][:id] => withdrawn(subject, rows.db).select(:subject_id))
      end

      # @return [Sequel::Dataset] withdrawals of one kind
      def withdrawn(subject, database = Sequel::Model.db)
        Subjects::FACTS.fetch(subject)
        database[:fact_withdrawals].where(subject: subject)
      end

      # @return [Sequel::Dataset] pull_id and id of each pull's judgement in force: the last one that was not taken back
      def judgements(database = Sequel::Model.db)
        undone = database[:judgements].exclude(undoes_id: nil).select(:undoes_id)
        database[:judgements].where(undoes_id: nil).exclude(id: undone).group(:pull_id)
                             .select(:pull_id, Sequel.function(:max, :id).as(:id))
      end

      # @return [Sequel::SQL::Expression] in force, superseded or withdrawn, of rows of statements
      def standing
        statement = Sequel[:statements][:id]
        db = Sequel::Model.db
        gone = db[:statement_withdrawals].where(statement_id: statement).select(1).exists
        better = db[:statements].from_self(alias: :better).where(Sequel[:better][:supersedes_id] => statement)
                                .select(1).exists
        Sequel.case([[gone, "withdrawn"], [better, "superseded"]], "in force")
      end
    end
  end
end
