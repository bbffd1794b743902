# frozen_string_literal: true

module MildAnvil
  module Admin
    # bin/anvil backup FILE: the whole installation in one file, while it runs; with its signing key only where a
    # passphrase is given in MILD_ANVIL_PASSPHRASE.
    module BackupCommand
      PASSPHRASE = "MILD_ANVIL_PASSPHRASE"

      module_function

      # @param path [String]
      # @return [Integer]
      # @raise [InvalidInput] for a file that is there already
      def call(path, out:, **)
        raise InvalidInput, "there is a file of that name already: nothing was written over it" if File.exist?(path)

        passphrase = ENV.fetch(PASSPHRASE, "")
        made = Store::Backup.write(path, key: passphrase.empty? ? nil : Store::KeyFile.locked(passphrase))
        out.puts "#{path}: #{made.bytes} bytes, sha256 of its text #{made.sha256}, " \
                 "#{passphrase.empty? ? 'without' : 'with'} the signing key"
        0
      end
    end
  end
end
