# frozen_string_literal: true

module MildAnvil
  module Actions
    # Named readers: the choices that a logger's files need, made once.
    module Readers
      # What belongs to the logger; which specimen it was does not.
      KEPT = %i[delimiter decimal_mark columns interval_seconds skip_bad_rows].freeze

      module_function

      # @return [Array<Hash>]
      def list = Store::Models::Reader.eager(:person).order(:name).all.map { |reader| row(reader) }

      # @return [Hash] the reader, under a new name or with new choices under an old one
      # @raise [InvalidInput]
      def keep(name:, signature:, choices:, person_id:)
        raise InvalidInput.new("a reader needs a name", fields: { name: "is missing" }) if name.strip.empty?

        Store::Database.write do
          person = People.fetch!(person_id)
          reader = Store::Models::Reader.first(name: name.strip) || Store::Models::Reader.new(name: name.strip, created_at: Time.now)
          reader.update(signature: signature, choices: choices.slice(*KEPT), person_id: person.id)
          Audit.record(:keep_reader, reader, person_id: person.id, name: reader.name, choices: reader.choices)
          row(reader)
        end
      end

      def remove(id:, person_id:)
        Store::Database.write do
          reader = Store::Models::Reader.fetch!(id)
          Audit.record(:remove_reader, reader, person_id: People.fetch!(person_id).id, name: reader.name, choices: reader.choices)
          reader.delete
        end
      end

      # @param signature [String] of a file's reading
      # @return [Array(Hash, Hash), nil] the reader's row and its choices
      def for(signature)
        reader = Store::Models::Reader.for_signature(signature) or return
        [row(reader), reader.choices.to_h.transform_keys(&:to_sym).then { |c| c.merge(columns: c[:columns].to_a.map { |column| column.transform_keys(&:to_sym) }) }]
      end

      def row(reader) = { id: reader.id, name: reader.name, signature: reader.signature, choices: reader.choices, person: reader.person&.name }
    end
  end
end
