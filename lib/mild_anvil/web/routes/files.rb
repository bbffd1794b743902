# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Logger files: previewed, imported, and handed out again as they came.
      module Files
        def self.registered(app)
          app.helpers Upload
          app.post "/api/lots/:id/previews" do
            name, source, given = upload
            json(Actions::PreviewFile.call(lot_id: Params.id(params[:id]), name: name, source: source, choices: given))
          end
          app.post "/api/lots/:id/curves" do
            pull = params[:draft_id] ? save_draft : import_upload
            json(Actions::ShowPull.call(pull_id: pull.id), status: 201)
          end
          app.get("/api/readers") { json(Actions::Readers.list) }
          app.post "/api/readers" do
            json(Actions::Readers.keep(**Params.body(request, Schemas::Reader), person_id: person_id), status: 201)
          end
          app.delete "/api/readers/:id" do
            Actions::Readers.remove(id: Params.id(params[:id]), person_id: person_id)
            json(Actions::Readers.list)
          end
          app.get "/api/files/:id" do
            name, bytes = Actions::OriginalFile.call(file_id: Params.id(params[:id]))
            content_type "application/octet-stream"
            attachment name
            bytes
          end
        end

        # The file, or the draft of one, and the choices of a multipart request.
        module Upload
          def import_upload
            name, source, given = upload
            Actions::ImportCurve.call(lot_id: Params.id(params[:id]), name: name, source: source, choices: given, person_id: person_id, **given.slice(:specimen_number, :feature_name))
          end

          def save_draft
            Actions::SaveDraft.call(lot_id: Params.id(params[:id]), curve_id: Params.id(params[:draft_id]), person_id: person_id, **choices_given.slice(:specimen_number, :feature_name))
          end

          def upload
            file = params[:file]
            raise InvalidInput.new("a file is needed", fields: { file: "is missing" }) unless file.is_a?(Hash) && file[:tempfile]

            largest = Actions::FileChoices::LARGEST_BYTES
            size = file[:tempfile].size
            raise InvalidInput.new("The file has #{size / 1024 / 1024} MB; up to #{largest / 1024 / 1024} MB are read at once. Split it, or log at a lower rate", fields: { file: "is too large" }) if size > largest

            [file[:filename].to_s.scrub.gsub(%r{[/\\\0]}, "_")[0, 200], Actions::FileChoices.source(file[:tempfile].path), choices_given]
          end

          def choices_given
            Params.checked(JSON.parse(params[:choices].to_s.empty? ? "{}" : params[:choices]), Schemas::Choices)
          rescue JSON::ParserError
            raise InvalidInput.new("choices must be JSON", fields: { choices: "is no JSON" })
          end
        end
      end
    end
  end
end
