# frozen_string_literal: true

module MildAnvil
  module Actions
    # Takes a backup into an empty installation and brings it to this version; nothing that is there is overwritten.
    module RestoreBackup
      KEPT = %i[schema_info].freeze

      module_function

      # @param path [String]
      # @param owner_url [String] who may make tables; @param url [String] the application's own user
      # @return [Store::Backup::Sound]
      # @raise [InvalidInput] for a file that is no whole backup, or of a later version
      # @raise [Conflict] where somebody works already
      def call(path, owner_url:, url:)
        sound = Store::Backup.check(path)
        owner = Store::Database.connect(owner_url, connections: 2, watched: false)
        refuse_filled!(owner)
        refuse_later!(sound)
        take_in(path, owner, owner_url)
        Store::Database.migrate(owner)
        grant(owner, url) unless url == owner_url
        seal(url)
        sound
      ensure
        owner&.disconnect
      end

      def grant(owner, url)
        application = Store::Database.connect(url, connections: 1)
        Store::Grants.apply(owner, application)
        application.disconnect
      end
      private_class_method :grant

      # A backup of a time before there were seals is sealed as it was found.
      def seal(url)
        application = Store::Database.connect(url, connections: 1)
        Store::RowSeals.seal_what_is_there(application)
        application.disconnect
      end
      private_class_method :seal

      def refuse_filled!(owner)
        return unless owner.table_exists?(:people) && !owner[:people].empty?

        raise Conflict, "There are people in this installation, so nothing was restored over it. Move var/database " \
                        "away first, or name an empty database in DATABASE_URL"
      end
      private_class_method :refuse_filled!

      def refuse_later!(sound)
        return if sound.manifest.fetch("schema") <= Store::Database.newest_schema

        raise InvalidInput, "This backup was made by version #{sound.manifest['version']}, and this is #{VERSION}: " \
                            "restore it with that version or a later one"
      end
      private_class_method :refuse_later!

      def take_in(path, owner, owner_url)
        Store::Backup.load(path, url: owner_url)
      rescue MildAnvil::Error
        empty(owner) # half of it is nothing
        raise
      end
      private_class_method :take_in

      def empty(owner)
        owner.synchronize do
          owner.run("SET FOREIGN_KEY_CHECKS = 0")
          owner.drop_table(*owner.tables)
          owner.run("SET FOREIGN_KEY_CHECKS = 1")
        end
      end
      private_class_method :empty
    end
  end
end
