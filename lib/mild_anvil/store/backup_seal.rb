# frozen_string_literal: true

require "base64"

module MildAnvil
  module Store
    # The last line of a backup: what the key of the installation that made it signed of its hash.
    module BackupSeal
      TEXT = "Mild Anvil backup sha256 %s"
      NOBODY = "by nobody"
      LINE = %r{\A-- signed ([0-9a-f]{64}) ([A-Za-z0-9+/]{86}==)\n?\z}

      module_function

      # @param hash [String] of all before it
      # @return [String] a key that cannot be read keeps nobody from making a backup
      def line(hash)
        key = KeyFile.key
        "#{Backup::SEAL}#{fingerprint(key)} #{Base64.strict_encode64(key.sign(nil, format(TEXT, hash)))}"
      rescue Conflict
        "#{Backup::SEAL}#{NOBODY}"
      end

      # @param line [String, nil] as it stands in the file; backups of before 0.15 have none
      # @return [String, nil] fingerprint of the key of here, if that one made it; nil where its maker is not known here
      # @raise [InvalidInput] where it is said to be signed by the key of here, and is not
      def signer(line, hash)
        return if line.nil? || line.chomp == Backup::SEAL + NOBODY

        print, seal = LINE.match(line)&.captures || refuse
        return unless File.exist?(KeyFile.path)

        key = KeyFile.key
        return unless print == fingerprint(key)

        key.verify(nil, Base64.strict_decode64(seal), format(TEXT, hash)) ? print : refuse
      end

      def fingerprint(key) = Core::Seal::Sealed.fingerprint(key)

      def refuse
        raise InvalidInput, "This backup is not what the key of this installation signed: it was altered. Take an " \
                            "earlier one"
      end
      private_class_method :fingerprint, :refuse
    end
  end
end
