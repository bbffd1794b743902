# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # How one logger's files are to be read: the choices that a person made once, under a name.
      class ImportProfile < Sequel::Model(:import_profiles)
        plugin :serialization, :json, :choices
        many_to_one :person, class: "MildAnvil::Store::Models::Person"

        # @return [ImportProfile, nil] the newest one for files that look like this
        def self.for_signature(signature) = where(signature: signature).order(:id).last

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no import profile #{id}", id: id))
      end
    end
  end
end
