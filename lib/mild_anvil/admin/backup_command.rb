# frozen_string_literal: true

module MildAnvil
  module Admin
    # bin/anvil backup FILE: the whole installation in one file, while it runs.
    module BackupCommand
      module_function

      # @param path [String]
      # @return [Integer]
      # @raise [InvalidInput] for a file that is there already
      def call(path, out:, **)
        raise InvalidInput, "there is a file of that name already: nothing was written over it" if File.exist?(path)

        made = Store::Backup.write(path)
        out.puts "#{path}: #{made.bytes} bytes, sha256 of its text #{made.sha256}"
        0
      end
    end
  end
end
