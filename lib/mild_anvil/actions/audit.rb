# frozen_string_literal: true

module MildAnvil
  module Actions
    # Writes who did what, in the transaction that did it.
    module Audit
      module_function

      def record(action, subject, person_id:, **details)
        Sequel::Model.db[:audit_entries].insert(action: action.to_s, subject_type: subject.class.name.split("::").last, subject_id: subject.id,
                                                person_id: person_id, details: JSON.generate(details), created_at: Time.now)
      end
    end
  end
end
