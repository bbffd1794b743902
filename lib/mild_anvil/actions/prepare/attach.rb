# frozen_string_literal: true

module MildAnvil
  module Actions
    module Prepare
      # Photos and files on a lot, a piece, a pull or an instrument: looked at, cleaned of the place, hashed, kept.
      module Attach
        TARGETS = %i[lot_id specimen_id pull_id instrument_id].freeze
        MODELS = { lot_id: Store::Models::Lot, specimen_id: Store::Models::Specimen, pull_id: Store::Models::Pull,
                   instrument_id: Store::Models::Instrument }.freeze

        LISTED = %i[id name media_type byte_count width height sha256].freeze
        private_constant :LISTED

        module_function

        # @param file [File, Tempfile] open for reading
        # @param target [Hash] one of TARGETS
        # @return [Store::Models::AttachmentLink]
        # @raise [InvalidInput] for what is no picture nor paper, or too large
        def add(name:, file:, target:, person_id:, note: "", once_key: nil)
          person = People.fetch!(person_id)
          key, id = one!(target)
          looked = Devices::LookedFile.of(file, name: name)
          request = { name: name, sha256: looked.original_sha256, on: key, id: id, note: note.to_s }
          made = OnceOnly.call(once_key, person_id: person.id, action: :attach_file, request: request) do
            row = keep(name, looked, person)
            Originals.keep(row, looked.original)
            Store::Events.record(:attach_file, row, person_id: person.id, lot_id: lot_of(key, id),
                                                    after: { name: name, sha256: row.sha256, on: key.to_s, id: id })
            Store::Models::AttachmentLink.create(attachment_id: row.id, key => id, note: note.to_s,
                                                 person_id: person.id).id
          end
          Store::Models::AttachmentLink[made]
        end

        # It stays stored, and is no longer shown.
        def withdraw(id:, person_id:)
          person = People.fetch!(person_id)
          Store::Database.write do
            link = Store::Models::AttachmentLink.where(id: id, withdrawn_at: nil).for_update.first ||
                   raise(NotFound.new("there is no such file", id: id))
            link.update(withdrawn_at: Time.now)
            Store::Events.record(:detach_file, link.attachment, person_id: person.id,
                                                                after: { name: link.attachment.name })
            link
          end
        end

        # @param file [File, Tempfile] open for reading
        # @param target [Hash] one of TARGETS
        # @return [Array<Hash>]
        def of(target) = all_shown(rows(target))

        # @return [Hash{Integer => Array<Hash>}] by piece
        def of_specimens(ids)
          rows(specimen_id: ids).group_by(&:specimen_id).transform_values { |links| all_shown(links) }
        end

        # @return [Array(String, String, String)] media type, bytes, name
        # @raise [NotFound, Tampered]
        def read(id)
          row = Pictures.sound!(Store::Models::Attachment.fetch!(id))
          [row.media_type, row.content, row.name]
        end

        def all_shown(links)
          kept = Originals.of(links.map(&:attachment_id))
          links.map { |link| shown(link, original: kept.include?(link.attachment_id)) }
        end
        private_class_method :all_shown

        # @param original [Boolean] whether it is kept as it came, too
        def shown(link, original: Originals.of([link.attachment_id]).any?)
          file = link.attachment
          { id: link.id, attachment_id: file.id, name: file.name, media_type: file.media_type, bytes: file.byte_count,
            picture: file.media_type.start_with?("image/"), width: file.width, height: file.height, note: link.note,
            person: link.person.name, created_at: link.created_at, sha256: file.sha256,
            original: original }
        end

        def rows(target)
          Store::Models::AttachmentLink.where(**target, withdrawn_at: nil).order(:id)
                                       .eager(:person, attachment: ->(set) { set.select(*LISTED) }).all
        end
        private_class_method :rows

        def keep(name, looked, person)
          Store::Models::Attachment.create(name: name, media_type: looked.media_type, byte_count: looked.bytes.bytesize,
                                           sha256: OpenSSL::Digest::SHA256.hexdigest(looked.bytes),
                                           original_sha256: looked.original_sha256, width: looked.width,
                                           height: looked.height, content: Sequel.blob(looked.bytes),
                                           person_id: person.id)
        end
        private_class_method :keep

        def one!(target)
          given = target.slice(*TARGETS).compact
          raise InvalidInput.new("Say what the file belongs to", fields: { target: "is needed" }) unless given.one?

          key, id = given.first
          MODELS.fetch(key)[id] || raise(NotFound.new("there is nothing to attach it to", id: id))
          [key, id]
        end
        private_class_method :one!

        def lot_of(key, id)
          return id if key == :lot_id

          { specimen_id: Store::Models::Specimen, pull_id: Store::Models::Pull }[key]&.where(id: id)&.get(:lot_id)
        end
        private_class_method :lot_of
      end
    end
  end
end
