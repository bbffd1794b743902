# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One revision of a procedure of the shop's own; the newest one is in force.
      class Procedure < Sequel::Model(:procedures)
        include Record

        plugin :serialization, :json, :content
        many_to_one :person, class: "MildAnvil::Store::Models::Person"

        # @return [Array<Procedure>] the newest revision of every one that is offered, by name
        def self.in_force
          newest = group_and_count(:key).select { [key, max(:revision).as(revision)] }.from_self(alias: :newest)
          where(%i[key revision] => newest.select(:key, :revision), retired_at: nil).order(:name).eager(:person).all
        end

        # @return [Hash] what is kept, with symbols
        def content_h = JSON.parse(JSON.generate(content), symbolize_names: true)
      end
    end
  end
end
