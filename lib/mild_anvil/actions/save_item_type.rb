# frozen_string_literal: true

module MildAnvil
  module Actions
    # Adds an item type of the shop's own, drawn from parts or over an uploaded picture; or retires one.
    module SaveItemType
      MAX_PICTURE_BYTES = 4_000_000

      module_function

      # @param values [Hash] name, features, zones [{key, name, x, y}], parts, inspection_points, loads_shared,
      #   picture_id
      # @return [Store::Models::ItemType]
      # @raise [InvalidInput]
      def add(values:, person_id:)
        person = People.fetch!(person_id)
        check!(values)
        Store::Database.write do
          row = Store::Models::ItemType.create(key: SaveLibraryRow.key(values[:name]), person_id: person.id,
                                               name: values[:name],
                                               features: values[:features], parts: values[:parts] || [],
                                               loads_shared: values.fetch(:loads_shared, true),
                                               picture_id: values[:picture_id])
          add_places(row, values)
          Store::Events.record(:add_item_type, row, person_id: person.id, after: values)
          row
        end
      end

      def retire(id:, person_id:)
        person = People.fetch!(person_id)
        Store::Database.write do
          row = Store::Models::ItemType.fetch!(id)
          row.update(retired_at: Time.now)
          Store::Events.record(:retire_item_type, row, person_id: person.id)
          row
        end
      end

      # Drawn anew, no larger than papers and sketches need it: of how it came nothing is kept.
      # @param bytes [String]
      # @return [Store::Models::Attachment]
      # @raise [InvalidInput] for anything but a picture
      def keep_picture(name:, bytes:, person_id:)
        person = People.fetch!(person_id)
        refuse_picture("is larger than 4 MB") if bytes.bytesize > MAX_PICTURE_BYTES
        drawn = Devices::Picture.redrawn(bytes, pixels: Devices::Picture::MARK_PIXELS)
        Store::Database.write do
          row = Store::Models::Attachment.create(name: name, **drawn.to_h.slice(:media_type, :width, :height),
                                                 sha256: OpenSSL::Digest::SHA256.hexdigest(drawn.bytes),
                                                 byte_count: drawn.bytes.bytesize, content: Sequel.blob(drawn.bytes),
                                                 person_id: person.id)
          Store::Events.record(:keep_picture, row, person_id: person.id, after: { name: name, sha256: row.sha256 })
          row
        end
      end

      def refuse_picture(words) = raise(InvalidInput.new("The picture #{words}", fields: { file: words }))
      private_class_method :refuse_picture

      def check!(values)
        keys = values[:zones].map { |zone| zone[:key] }
        if keys.uniq != keys
          raise InvalidInput.new("Two zones have one key",
                                 fields: { zones: "need keys of their own" })
        end
        return if (values[:parts] || []).any? || values[:picture_id]

        raise InvalidInput.new("An item needs a drawing",
                               fields: { parts: "draw it from at least one part, or upload a picture" })
      end
      private_class_method :check!

      def add_places(row, values)
        values[:zones].each_with_index do |zone, i|
          Store::Models::Zone.create(item_type_id: row.id, position: i,
                                     **zone)
        end
        (values[:inspection_points] || []).uniq.each_with_index do |name, i|
          Store::Models::InspectionPoint.create(item_type_id: row.id, position: i, name: name)
        end
      end
      private_class_method :add_places
    end
  end
end
