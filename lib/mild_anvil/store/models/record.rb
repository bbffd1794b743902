# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What every row that leaves the shop has: a uid that is the same everywhere, and when it was made.
      module Record
        def before_create
          self.uid ||= ULID.generate
          self.created_at ||= Time.now
          super
        end
      end
    end
  end
end
