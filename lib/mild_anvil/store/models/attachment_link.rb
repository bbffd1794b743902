# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A photo or a file on a lot, a piece, a pull or an instrument.
      class AttachmentLink < Sequel::Model(:attachment_links)
        include Record

        many_to_one :attachment, class: "MildAnvil::Store::Models::Attachment"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
