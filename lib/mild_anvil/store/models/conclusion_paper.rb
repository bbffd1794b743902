# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # The paper of a conclusion as it was drawn, with its hash; another one after each signature.
      class ConclusionPaper < Sequel::Model(:conclusion_papers)
        include Record

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
