# frozen_string_literal: true

module MildAnvil
  module Cli
    # The commands that look after an installation, and so need its database.
    module Installed
      # name => command, whether it names a file that is there, whether its database may be empty
      COMMANDS = { "verify" => VerifyCommand, "backup" => BackupCommand, "restore" => RestoreCommand }.freeze
      NAMES_NO_FILE = %w[verify].freeze
      EXISTING_FILE = %w[restore].freeze

      module_function

      def known?(name) = COMMANDS.key?(name)

      # @return [String, nil] what is wrong with the arguments
      def misused(name, rest)
        wanted = NAMES_NO_FILE.include?(name) ? 0 : 1
        return "usage: bin/anvil #{name}#{' FILE' if wanted == 1}" if rest.size != wanted

        "there is no file #{rest.first}" if EXISTING_FILE.include?(name) && !File.exist?(rest.first)
      end

      # @return [Integer] exit status
      def call(name, path, out:, options:)
        Store::Database.connect(ENV.fetch("DATABASE_URL"))
        COMMANDS.fetch(name).call(path, out: out, options: options)
      rescue *Store::Database::LOST => e
        raise Error, "The database did not go along: #{e.message.lines.first.strip}"
      end
    end
  end
end
