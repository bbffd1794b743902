# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Logger files: previewed, imported, and handed out again as they came.
      module Files
        PLACE = %i[specimen_number feature_name pulled_at].freeze

        def self.registered(app)
          app.helpers Upload
          app.operation("previewFile") do |given|
            name, source, choices = upload
            json(Actions::PreviewFile.call(lot_id: given.id, name: name, source: source, choices: choices,
                                           person_id: person_id))
          end
          app.operation("importRecording") do |given|
            json(Actions::ShowPull.call(pull_id: Files.pull(self, given.id).id), status: 201)
          end
          app.operation("importProfiles") { |_| json(Actions::ImportProfiles.list) }
          app.operation("keepImportProfile") do |given|
            json(Actions::ImportProfiles.keep(**given.body, person_id: person_id), status: 201)
          end
          app.operation("removeImportProfile") do |given|
            Actions::ImportProfiles.remove(id: given.id, person_id: person_id)
            json(Actions::ImportProfiles.list)
          end
          app.operation("originalFile") do |given|
            Actions::OwnDrafts.file!(given.id, person_id: person_id)
            name, bytes = Actions::OriginalFile.call(file_id: given.id)
            content_type "application/octet-stream"
            hand_out(name)
            bytes
          end
        end

        # @param handler [Application] of one request
        def self.pull(handler, lot_id)
          if (draft = handler.draft_id)
            return Actions::SaveDraft.call(lot_id: lot_id, recording_id: draft, person_id: handler.person_id,
                                           **handler.choices_given.slice(*PLACE))
          end

          name, source, choices = handler.upload
          Actions::ImportRecording.call(lot_id: lot_id, name: name, source: source, choices: choices,
                                        person_id: handler.person_id,
                                        **choices.slice(*PLACE))
        end
      end
    end
  end
end
