# frozen_string_literal: true

module MildAnvil
  module Actions
    module Prepare
      # Photos and clips as they came, with the place, the device and whatever else their files hold: evidence, kept
      # apart from what is shown, and given out by name.
      module Originals
        module_function

        # @param row [Store::Models::Attachment]; @param bytes [String, nil] nil where it is shown as it came
        def keep(row, bytes)
          return if bytes.nil?

          Store::Models::AttachmentOriginal.create(attachment_id: row.id, sha256: row.original_sha256,
                                                   content: Sequel.blob(bytes), created_at: Time.now)
        end

        # @return [Array<Integer>] those of the attachments that have one
        def of(attachment_ids)
          Store::Models::AttachmentOriginal.where(attachment_id: attachment_ids).select_map(:attachment_id)
        end

        # @return [Array(String, String)] name and bytes; who asked is told in the chain
        # @raise [NotFound, Tampered]
        def read(attachment_id, person_id:)
          person = People.fetch!(person_id)
          row = Store::Models::AttachmentOriginal[attachment_id] ||
                raise(NotFound.new("there is no original of it", id: attachment_id))
          attachment = row.attachment
          Pictures.sound!(row)
          Store::Database.write do
            Store::Events.record(:hand_out_original, attachment, person_id: person.id,
                                                                 after: { name: attachment.name, sha256: row.sha256 })
          end
          [attachment.name, row.content]
        end
      end
    end
  end
end
