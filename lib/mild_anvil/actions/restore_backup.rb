# frozen_string_literal: true

module MildAnvil
  module Actions
    # Takes a backup into an empty installation and brings it to this version; nothing that is there is overwritten.
    # Marked as unfinished from its first step to its last: stopped on the way, it is begun anew.
    module RestoreBackup
      WORK = "restore"

      module_function

      # @param path [String]
      # @param owner_url [String] who may make tables; @param url [String] the application's own user
      # @return [Store::Backup::Sound]
      # @raise [InvalidInput] for a file that is no whole backup, of a form that no backup has, or of a later version
      # @raise [Conflict] where somebody works already, or another restore is at it
      def call(path, owner_url:, url:)
        sound = Store::Backup.check(path)
        owner = Store::Database.connect(owner_url, connections: 2, watched: false)
        refuse_later!(sound)
        alone(owner) do
          refuse_filled!(owner)
          take_in(path, sound, owner)
          PrepareDatabase.open_to(url, owner, owner_url: owner_url)
          Store::Unfinished.over!(WORK, owner)
        end
        sound
      ensure
        owner&.disconnect
      end

      # Puts a backup in the place of whatever there is: only where all of it is known to be in the backup.
      # @param owner [Sequel::Database]
      def put_back(path, owner) = take_in(path, Store::Backup.check(path), owner)

      def alone(owner, &block)
        return if Store::NamedLock.try(Store::Unfinished::LOCK, owner, &block)

        raise Conflict, "Somebody else is restoring or bringing up this database: nothing was done"
      end
      private_class_method :alone

      def refuse_filled!(owner)
        return if Store::Unfinished.mark(owner)&.what == WORK
        return unless owner.table_exists?(:people) && !owner[:people].empty?

        raise Conflict, "There are people in this installation, so nothing was restored over it. Move var/database " \
                        "away first, or name an empty database in DATABASE_URL"
      end
      private_class_method :refuse_filled!

      def refuse_later!(sound)
        return if sound.manifest.fetch("schema").to_i.between?(1, Store::Database.newest_schema)

        raise InvalidInput, "This backup was made by version #{sound.manifest['version']}, and this is #{VERSION}: " \
                            "restore it with that version or a later one"
      end
      private_class_method :refuse_later!

      # What is refused leaves an empty installation, as it was found; what is killed leaves its mark.
      def take_in(path, sound, owner)
        loader = Store::BackupLoader.new(path, sound.manifest.fetch("schema").to_i, owner)
        loader.read_all
        Store::Unfinished.begin!(WORK, owner, words: File.basename(path))
        put_in(loader, owner)
      end
      private_class_method :take_in

      def put_in(loader, owner)
        Store::Unfinished.empty(owner)
        loader.call
        Store::Database.migrate(owner)
      rescue MildAnvil::Error
        Store::Unfinished.empty(owner)
        Store::Unfinished.over!(WORK, owner)
        raise
      end
      private_class_method :put_in
    end
  end
end
