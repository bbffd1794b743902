# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A photo or a clip as it came, beside the one that is shown.
      class AttachmentOriginal < Sequel::Model(:attachment_originals)
        unrestrict_primary_key
        many_to_one :attachment, class: "MildAnvil::Store::Models::Attachment"

        def id = attachment_id
        def name = "The original of #{attachment.name}"
      end
    end
  end
end
