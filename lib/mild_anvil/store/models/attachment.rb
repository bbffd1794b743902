# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A picture or paper on anything.
      class Attachment < Sequel::Model(:attachments)
        include Record

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no picture #{id}", id: id))
      end
    end
  end
end
