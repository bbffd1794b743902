# frozen_string_literal: true

require "time"

module MildAnvil
  module Actions
    # Processes beside the web server that keep ending, as whoever started them left word of it.
    module MissingProcesses
      FOLDER = File.join(ENV.fetch("MILD_ANVIL_VAR", File.expand_path("../../../var", __dir__)), "run")
      ENDING = ".missing"

      module_function

      # @return [Array<Hash>] name, since
      def list(folder: FOLDER)
        Dir[File.join(folder, "*#{ENDING}")].filter_map do |path|
          { name: File.basename(path, ENDING), since: Time.iso8601(File.read(path).strip) }
        rescue SystemCallError, ArgumentError
          nil # it came back, or its file is just being written
        end
      end
    end
  end
end
