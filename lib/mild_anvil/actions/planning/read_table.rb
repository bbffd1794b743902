# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # Reads a table of specimens before anything of it is kept.
      module ReadTable
        MAX_BYTES = 2_000_000

        module_function

        # @param file [IO]
        # @return [Hash] see SpecimenRows.read
        # @raise [InvalidInput]
        def call(file)
          bytes = file.read(MAX_BYTES + 1).to_s
          if bytes.bytesize > MAX_BYTES
            raise InvalidInput.new("A list of specimens has at most 2 MB", fields: { file: "is too large" })
          end

          SpecimenRows.read(Devices::TableFile.read(bytes))
        end
      end
    end
  end
end
