# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # How pieces are made ready: dimensions, steps, photos and files; the piece that a code means.
      module Prepare
        Acts = Actions::Prepare

        def self.registered(app)
          app.operation("preparation") do |given|
            json(Acts::ShowPrepare.call(lot_id: given.id, unit: given.query[:unit]))
          end
          app.operation("piece") { |given| json(Acts::SpecimenCode.open(given.query[:code])) }
          sizes(app)
          steps(app)
          files(app)
        end

        def self.sizes(app)
          app.operation("drawDimensions") do |given|
            Acts::Sizes.draw(lot_id: given.id, person_id: person_id, **given.body)
            json(Acts::ShowPrepare.call(lot_id: given.id))
          end
          app.operation("measureDimension") do |given|
            Acts::Sizes.measure(lot_id: given.id, person_id: person_id, once_key: given.once_key, **given.body)
            json(Acts::ShowPrepare.call(lot_id: given.id), status: 201)
          end
          app.operation("withdrawDimension") do |given|
            lot = Acts::Sizes.withdraw(id: given.id, person_id: person_id)
            json(Acts::ShowPrepare.call(lot_id: lot.id))
          end
        end
        private_class_method :sizes

        def self.steps(app)
          app.operation("addPreparation") do |given|
            Acts::Steps.add(lot_id: given.id, person_id: person_id, once_key: given.once_key, **given.body)
            json(Acts::ShowPrepare.call(lot_id: given.id), status: 201)
          end
          app.operation("changePreparation") do |given|
            Acts::Steps.change(lot_id: given.id, person_id: person_id, ids: given.body[:ids],
                               values: given.body.except(:ids))
            json(Acts::ShowPrepare.call(lot_id: given.id))
          end
          app.operation("withdrawPreparation") do |given|
            Acts::Steps.withdraw(lot_id: given.id, person_id: person_id, **given.body)
            json(Acts::ShowPrepare.call(lot_id: given.id))
          end
          app.operation("keepPreparationTemplate") do |given|
            Acts::StepTemplates.keep(lot_id: given.id, person_id: person_id, **given.body)
            json(Acts::ShowPrepare.call(lot_id: given.id), status: 201)
          end
        end
        private_class_method :steps

        def self.files(app)
          app.operation("attachFile") do |given|
            file = uploaded
            link = Acts::Attach.add(name: Upload.name_of(file), file: file[:tempfile], target: target_given,
                                    note: field(:note)[0, 400], person_id: person_id, once_key: given.once_key)
            json(Acts::Attach.shown(link), status: 201)
          end
          app.operation("attachment") do |given|
            type, bytes, name = Acts::Attach.read(given.id)
            content_type type
            hand_out(name, type.start_with?("image/") ? "inline" : "attachment")
            bytes
          end
          app.operation("attachmentOriginal") do |given|
            name, bytes = Acts::Originals.read(given.id, person_id: person_id)
            content_type "application/octet-stream"
            hand_out(name)
            bytes
          end
          app.operation("detachFile") do |given|
            Acts::Attach.withdraw(id: given.id, person_id: person_id)
            json({ done: true })
          end
        end
        private_class_method :files
      end
    end
  end
end
