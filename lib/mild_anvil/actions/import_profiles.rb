# frozen_string_literal: true

module MildAnvil
  module Actions
    # Import profiles: the choices that a logger's files need, made once under a name.
    module ImportProfiles
      # What belongs to the logger; which specimen it was does not.
      KEPT = %i[delimiter decimal_mark columns interval_seconds skip_bad_rows].freeze

      module_function

      # @return [Array<Hash>]
      def list = Store::Models::ImportProfile.eager(:person).order(:name).all.map { |profile| row(profile) }

      # @return [Hash] the profile, under a new name or with new choices under an old one
      # @raise [InvalidInput]
      def keep(name:, signature:, choices:, person_id:)
        raise InvalidInput.new("an import profile needs a name", fields: { name: "is missing" }) if name.strip.empty?

        person = People.fetch!(person_id)
        Store::Database.write do
          profile = Store::Models::ImportProfile.first(name: name.strip)
          profile ||= Store::Models::ImportProfile.new(name: name.strip, created_at: Time.now)
          before = profile.new? ? {} : { choices: profile.choices }
          profile.set(signature: signature, choices: choices.slice(*KEPT), person_id: person.id).save
          Store::Events.record(:keep_import_profile, profile, person_id: person.id, before: before,
                                                              after: { name: profile.name, choices: profile.choices })
          row(profile.refresh)
        end
      end

      def remove(id:, person_id:)
        person = People.fetch!(person_id)
        Store::Database.write do
          profile = Store::Models::ImportProfile.fetch!(id)
          Store::Events.record(:remove_import_profile, profile, person_id: person.id,
                                                                before: { name: profile.name,
                                                                          choices: profile.choices })
          profile.delete
        end
      end

      # @param signature [String] of a file's reading
      # @return [Array(Hash, Hash), nil] the profile's row and its choices
      def for(signature)
        profile = Store::Models::ImportProfile.for_signature(signature) or return
        choices = profile.choices.to_h.transform_keys(&:to_sym)
        [row(profile), choices.merge(columns: choices[:columns].to_a.map { |column| column.transform_keys(&:to_sym) })]
      end

      def row(profile)
        profile.values.slice(:id, :name, :signature).merge(choices: profile.choices, person: profile.person.name)
      end
    end
  end
end
