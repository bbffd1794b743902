# frozen_string_literal: true

require "tempfile"

module MildAnvil
  module Devices
    module Delimited
      # Files for a while that have no name: whatever happens to the process, their room is given back.
      module Nameless
        module_function

        # @return [Tempfile] binary, open, without a name
        def file = Tempfile.new("mild-anvil", binmode: true).tap(&:unlink)

        # @param file [Tempfile] of the above; it has to stay reachable
        # @return [String] by which it can be opened again, on Linux
        def path(file) = "/proc/self/fd/#{file.fileno}"
      end
    end
  end
end
