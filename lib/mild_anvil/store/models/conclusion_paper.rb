# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # The paper of a conclusion as it was drawn, with its hash; another one after each signature.
      class ConclusionPaper < Sequel::Model(:conclusion_papers)
        include Record
        include KeptBytes
      end
    end
  end
end
