# frozen_string_literal: true

module MildAnvil
  module Admin
    # bin/anvil restore FILE: a backup into an empty installation, which is verified then.
    module RestoreCommand
      module_function

      # @param path [String]
      # @return [Integer]
      def call(path, out:, **)
        url = ENV.fetch("DATABASE_URL")
        sound = Actions::RestoreBackup.call(path, url: url, owner_url: ENV.fetch("OWNER_DATABASE_URL", url))
        Store::Database.connect(url)
        key(sound, out)
        out.puts "#{path}: taken in, as it was on #{sound.manifest['created_at']} under version " \
                 "#{sound.manifest['version']}. #{maker(sound)} What is in it:"
        VerifyCommand.call(nil, out: out)
      end

      def maker(sound)
        return "It is as the key of here signed it." if sound.signer

        "Who made it is not proved here: no key of this installation signed it."
      end
      private_class_method :maker

      # Without its key an installation signs with a new one, for which no earlier key vouches.
      def key(sound, out)
        passphrase = ENV.fetch(BackupCommand::PASSPHRASE, "")
        return out.puts("The signing key is not in it: a new one signs from now on") if sound.key.nil?
        if passphrase.empty?
          return out.puts("The signing key in it was left: give its passphrase in #{BackupCommand::PASSPHRASE}")
        end

        Store::KeyFile.put(Store::KeyFile.unlocked(sound.key, passphrase))
        out.puts "The signing key of then signs here again"
      end
      private_class_method :key
    end
  end
end
