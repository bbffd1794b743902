# frozen_string_literal: true

module MildAnvil
  module Actions
    # The second signature under a signed text: a reviewer, who is not the one that signed first.
    module SecondHand
      MEANING = "reviewed"

      module_function

      # Inside the caller's transaction, with the row's owner locked.
      # @param row [Store::Models::SignedText]; @param sha256 [String] of what the reviewer saw
      # @yieldparam columns [Hash] of the signature
      # @raise [Forbidden, Conflict, Tampered]
      def sign(row, sha256, person)
        row.frozen_body
        unless row.sha256 == sha256
          raise Conflict,
                "This is not the #{row.called.split.first.downcase} that was signed: load it again"
        end
        raise Conflict, "#{row.called} is reviewed already" if row.reviewed?
        if row.signatures.any? { |s| s.person_id == person.id }
          raise Forbidden, "Somebody else than whoever signed first reviews it"
        end

        yield({ person_id: person.id, meaning: MEANING, sha256: sha256 })
      end
    end
  end
end
