# frozen_string_literal: true

module MildAnvil
  module Store
    # Keys under which a request does its work once.
    module OnceKeys
      module_function

      # @return [Hash, nil] what the key was used for before; nil when it is taken from now on
      def claim(key, person_id:, action:, digest:, database: Sequel::Model.db)
        database.transaction(savepoint: true) do
          database[:once_keys].insert(key: key, person_id: person_id, action: action, request_sha256: digest,
                                      created_at: Time.now)
        end
        nil
      rescue Sequel::UniqueConstraintViolation
        rows(key, person_id, database).first
      end

      # Keeps what the key made.
      def answer(key, subject_id, person_id:, database: Sequel::Model.db)
        rows(key, person_id, database).update(subject_id: subject_id)
      end

      def rows(key, person_id, database) = database[:once_keys].where(key: key, person_id: person_id)
      private_class_method :rows
    end
  end
end
