# frozen_string_literal: true

module MildAnvil
  module Actions
    # Does something once for a key that the sender made up: sent twice, by a double click or after a lost answer, it
    # is done once and
    # answered twice.
    module OnceOnly
      module_function

      # @param key [String, nil] nil: every time anew
      # @param request [Hash] what was asked; the same key with something else is refused
      # @return [Integer] id of what was made, now or the first time
      # @yieldreturn [Integer]
      # @raise [Conflict]
      def call(key, person_id:, action:, request:)
        Store::Database.write do
          next yield if key.nil?

          digest = Canonical.sha256(request)
          earlier = Store::OnceKeys.claim(key, person_id: person_id, action: action.to_s, digest: digest)
          next answered(earlier, action.to_s, digest) if earlier

          yield.tap { |id| Store::OnceKeys.answer(key, id, person_id: person_id) }
        end
      end

      def answered(earlier, action, digest)
        return earlier[:subject_id] if earlier[:action] == action && earlier[:request_sha256] == digest

        raise Conflict, "This key was used for something else: nothing was done. Use a new one for a new request"
      end
      private_class_method :answered
    end
  end
end
