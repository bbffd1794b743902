# frozen_string_literal: true

module MildAnvil
  module Actions
    module Comparing
      # The second signature under a conclusion: a reviewer, who is not the one that concluded.
      module Review
        module_function

        # @param sha256 [String] of the conclusion that the reviewer saw
        # @return [Store::Models::Conclusion]
        # @raise [Forbidden, Conflict, Tampered]
        def call(id:, sha256:, person_id:)
          Signing::Countersign.call("conclusion", id: id, sha256: sha256, person_id: person_id)
        end
      end
    end
  end
end
