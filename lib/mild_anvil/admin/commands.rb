# frozen_string_literal: true

module MildAnvil
  module Admin
    # The commands that look after an installation, and so need its database: bin/anvil verify | backup FILE |
    # restore FILE | export FILE | bring FILE. Exit status 0 done and sound, 1 not, 2 wrong use.
    module Commands
      NAMES = { "verify" => VerifyCommand, "backup" => BackupCommand, "restore" => RestoreCommand,
                "export" => ExportCommand, "bring" => BringCommand }.freeze
      WITHOUT_FILE = %w[verify].freeze
      EXISTING_FILE = %w[restore bring].freeze
      JSON_FLAG = "--json"
      STOPPED = 130 # as a shell says it

      module_function

      def known?(name) = NAMES.key?(name)

      # @param argv [Array<String>] the first is known
      # @return [String, nil] what is wrong with the arguments
      def misused(argv)
        name, *rest = argv - [JSON_FLAG]
        wanted = WITHOUT_FILE.include?(name) ? 0 : 1
        return "usage: bin/anvil #{name}#{' FILE' if wanted == 1}" if rest.size != wanted

        "there is no file #{rest.first}" if EXISTING_FILE.include?(name) && !File.exist?(rest.first)
      end

      # @return [Integer] exit status; what cannot be done is told in one line
      def run(argv, out: $stdout, err: $stderr)
        Store::Database.connect(ENV.fetch("DATABASE_URL"))
        name, path = argv - [JSON_FLAG]
        whole! unless name == "restore"
        NAMES.fetch(name).call(path, out: out, json: argv.include?(JSON_FLAG))
      rescue Interrupt
        err.puts "Stopped by hand. #{mark_left&.sentence || 'Nothing was left half done'}"
        STOPPED
      rescue MildAnvil::Error => e
        err.puts "#{File.basename(path.to_s)}#{': ' if path}#{e.message}"
        1
      rescue *Store::Database::LOST => e
        err.puts "The database did not go along: #{e.message.lines.first.strip}"
        1
      end

      def mark_left
        Store::Unfinished.mark
      rescue *Store::Database::LOST
        nil
      end
      private_class_method :mark_left

      def whole!
        mark = Store::Unfinished.mark or return
        raise Error, mark.sentence
      end
      private_class_method :whole!
    end
  end
end
