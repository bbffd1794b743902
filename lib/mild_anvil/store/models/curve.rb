# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A recording as stored: raw, immutable, hashed, with the file it came from.
      class Curve < Sequel::Model(:curves)
        plugin :serialization, :json, :reading

        many_to_one :pull, class: "MildAnvil::Store::Models::Pull"
        many_to_one :source_file, class: "MildAnvil::Store::Models::SourceFile"
        one_to_many :channels, class: "MildAnvil::Store::Models::Channel", key: :curve_id, order: :position
        one_to_many :findings, class: "MildAnvil::Store::Models::Finding", key: :curve_id, order: %i[at_seconds id]

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no curve #{id}", id: id))

        def main_channel = channels.find(&:main)
      end
    end
  end
end
