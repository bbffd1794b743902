# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One revision of a lot's plan, as somebody typed it; the last one is in force.
      class Plan < Sequel::Model(:plans)
        include Record

        plugin :serialization, :json, :content
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :lot, class: "MildAnvil::Store::Models::Lot"

        # @return [Plan, nil] the one in force
        def self.of(lot_id) = where(lot_id: lot_id).order(Sequel.desc(:revision)).first

        # @return [Hash] content with symbols for keys
        def content_h = JSON.parse(JSON.generate(content), symbolize_names: true)
      end
    end
  end
end
