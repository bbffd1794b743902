# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # Something that happened in a pull; ordinal says which one of its kind.
      class Finding < Sequel::Model(:findings)
        plugin :serialization, :json, :extra
        one_to_many :overrides, class: "MildAnvil::Store::Models::Override", key: :finding_id, order: :id

        # @return [Override, nil] the one in force
        def override
          undone = overrides.filter_map(&:undoes_id)
          overrides.reverse.find { |row| row.undoes_id.nil? && !undone.include?(row.id) }
        end
      end
    end
  end
end
