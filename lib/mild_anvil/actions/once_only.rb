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
          earlier = claim(key, person_id, action.to_s, digest)
          next answered(earlier, action.to_s, digest) if earlier

          yield.tap { |id| rows(key, person_id).update(subject_id: id) }
        end
      end

      def claim(key, person_id, action, digest)
        Sequel::Model.db.transaction(savepoint: true) do
          Sequel::Model.db[:once_keys].insert(key: key, person_id: person_id, action: action, request_sha256: digest,
                                              created_at: Time.now)
        end
        nil
      rescue Sequel::UniqueConstraintViolation
        rows(key, person_id).first
      end
      private_class_method :claim

      def answered(earlier, action, digest)
        return earlier[:subject_id] if earlier[:action] == action && earlier[:request_sha256] == digest

        raise Conflict, "This key was used for something else: nothing was done. Use a new one for a new request"
      end
      private_class_method :answered

      def rows(key, person_id) = Sequel::Model.db[:once_keys].where(key: key, person_id: person_id)
      private_class_method :rows
    end
  end
end
