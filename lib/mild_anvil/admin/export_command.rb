# frozen_string_literal: true

module MildAnvil
  module Admin
    # bin/anvil export FILE: everything as a Data Package, while it runs.
    module ExportCommand
      module_function

      # @param path [String]
      # @return [Integer]
      # @raise [InvalidInput] for a file that is there already
      def call(path, out:, **)
        raise InvalidInput, "there is a file of that name already: nothing was written over it" if File.exist?(path)

        manifest = Actions::Packages::Write.call(path)
        out.puts "#{path}: #{manifest[:title]}, #{manifest[:mild_anvil][:lots].size} lots in " \
                 "#{manifest[:resources].size} files"
        0
      end
    end
  end
end
