# frozen_string_literal: true

module MildAnvil
  module Store
    # Work of many steps that changes the database as a whole: marked before its first step and unmarked after its last.
    # As long as a mark stands, nothing that is in the database is believed.
    module Unfinished
      TABLE = :unfinished_work
      LOCK = "anvil-whole" # held by whoever is at such work, so that nobody takes it for left behind
      # What each is called, and what begins it anew.
      KINDS = {
        "restore" => ["A restore", "run bin/anvil restore FILE again: it begins anew"],
        "upgrade" => ["An upgrade", "start again: it goes back to the backup that was made before, and begins anew"],
        "set-up" => ["The making of the tables", "start again: it begins anew"],
        "demo" => ["The loading of the demo", "start again: it begins anew"]
      }.freeze

      # what: one of KINDS; words: what only it knows, such as the path of a backup; since: Time
      Mark = Struct.new(:what, :words, :since, keyword_init: true) do
        # @return [String] for people
        def sentence
          name, mend = KINDS.fetch(what, ["Something", "start again"])
          "#{name} of #{since.utc.strftime('%Y-%m-%d %H:%M')} UTC is not through, so nothing here can be relied on. " \
            "If it is not at work any more, #{mend}"
        end
      end

      module_function

      # @param database [Sequel::Database] of the schema's owner
      # @return [Mark, nil]
      def mark(database = Sequel::Model.db)
        row = database[TABLE].order(:since).first
        row && Mark.new(**row.slice(:what, :words, :since))
      rescue Sequel::DatabaseError => e
        raise unless missing?(e)
      end

      # Marks, works, unmarks; what is raised or killed on the way leaves the mark.
      # @param what [String] one of KINDS
      def while_doing(what, database, words: "")
        begin!(what, database, words: words)
        yield.tap { over!(what, database) }
      end

      def begin!(what, database, words: "")
        table(database)
        database[TABLE].on_duplicate_key_update.insert(what: KINDS.key?(what) ? what : raise(KeyError, what),
                                                       words: words, since: Time.now)
      end

      def over!(what, database) = database[TABLE].where(what: what).delete

      # Takes away every table but that of the marks.
      def empty(database)
        table(database)
        database.synchronize do
          database.run("SET FOREIGN_KEY_CHECKS = 0")
          left = database.tables - [TABLE]
          database.drop_table(*left) if left.any?
        ensure
          database.run("SET FOREIGN_KEY_CHECKS = 1")
        end
      end

      def table(database)
        database.create_table?(TABLE, engine: "InnoDB", charset: "utf8mb4", collate: "utf8mb4_unicode_ci") do
          String :what, size: 20, primary_key: true
          String :words, size: 400, null: false, default: ""
          DateTime :since, null: false, size: 6
        end
      end
      private_class_method :table

      def missing?(error) = error.message.include?("doesn't exist")
      private_class_method :missing?
    end
  end
end
