# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A paper that was handed out: its bytes under their hash, served as they were drawn.
      module KeptBytes
        # @return [String]
        # @raise [Tampered]
        def bytes
          return content if Document.sha256(content) == sha256

          raise Tampered.new("This paper is not what was handed out: its bytes have another hash. It is not given out",
                             id: id)
        end
      end
    end
  end
end
