# frozen_string_literal: true

module MildAnvil
  module Actions
    # Makes the tables of this version, or brings those of an earlier one up to it. Each is marked as unfinished until
    # it is through; what was stopped on the way is begun anew: tables from nothing, an upgrade from the backup that
    # was made before its first step.
    module PrepareDatabase
      FOLDER = DailyBackup::FOLDER
      NAME = "before-%<version>s-%<at>s.sql.gz"

      module_function

      # @param owner_url [String] of the schema's owner; @param url [String] the application's own user
      # @return [Sequel::Database] of the application's own user
      # @raise [Error] where something else was left unfinished, or there is no room for the backup
      def call(owner_url:, url:, folder: FOLDER)
        alone(owner_url) do |owner|
          make(owner, owner_url, folder)
          open_to(url, owner, owner_url: owner_url)
        end
      end

      # Runs what fills an empty installation: a demo that was left half loaded goes first.
      # @param owner_url [String]
      # @yield with the application's own connection in use
      def fill(owner_url:, url:)
        alone(owner_url) do |owner|
          begin_anew(owner) if Store::Unfinished.mark(owner)&.what == "demo"
          Store::Unfinished.while_doing("demo", owner) { open_to(url, owner, owner_url: owner_url) && yield }
        end
      end

      # What the application may do there, and the seals of rows that an earlier version left without.
      # @return [Sequel::Database] of the application's own user
      def open_to(url, owner, owner_url:)
        connection = Store::Database.connect(url)
        Store::Grants.apply(owner, connection) unless url == owner_url
        connection.disconnect # what was granted counts for connections that are opened from now on
        Store::RowSeals.seal_what_is_there(connection)
        connection
      end

      # Another start against the same database waits.
      def alone(owner_url)
        owner = Store::Database.connect(owner_url, connections: 2, watched: false)
        Store::NamedLock.hold(Store::Unfinished::LOCK, owner) { return yield(owner) }
      ensure
        owner&.disconnect
      end
      private_class_method :alone

      def make(owner, owner_url, folder)
        mark = Store::Unfinished.mark(owner)
        raise Error, mark.sentence if mark&.what == RestoreBackup::WORK

        go_back(mark, owner, folder) if mark && mark.what != "demo"
        return if (now = Store::Database.schema(owner)) == Store::Database.newest_schema

        now.zero? ? new_tables(owner) : upgrade(owner, owner_url, now, folder)
      end
      private_class_method :make

      def begin_anew(owner)
        Store::Unfinished.empty(owner)
        new_tables(owner)
      end
      private_class_method :begin_anew

      def new_tables(owner) = Store::Unfinished.while_doing("set-up", owner) { Store::Database.migrate(owner) }
      private_class_method :new_tables

      def upgrade(owner, owner_url, now, folder)
        refuse_later!(now)
        FileUtils.mkdir_p(folder, mode: 0o700)
        name = format(NAME, version: VERSION, at: Time.now.utc.strftime("%Y-%m-%d-%H%M%S"))
        Store::Backup.write(File.join(folder, name), url: owner_url, database: owner)
        Store::Unfinished.while_doing("upgrade", owner, words: name) { Store::Database.migrate(owner) }
      end
      private_class_method :upgrade

      def refuse_later!(now)
        return if now < Store::Database.newest_schema

        raise Error, "The tables are those of a later version (#{now}, and this one knows up to " \
                     "#{Store::Database.newest_schema}). Start that version"
      end
      private_class_method :refuse_later!

      # Half made tables are none; half an upgrade is what was there before it.
      def go_back(mark, owner, folder)
        if mark.what == "set-up"
          Store::Unfinished.empty(owner)
        else
          RestoreBackup.put_back(File.join(folder, mark.words), owner)
        end
        owner[Store::Unfinished::TABLE].delete
      end
      private_class_method :go_back
    end
  end
end
