# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # The shop's own rows of the library.
      module Library
        def self.registered(app)
          app.operation("addItemType") do |given|
            Actions::SaveItemType.add(values: given.body, person_id: person_id)
            json(Presenters::Catalogue.call, status: 201)
          end
          app.operation("retireItemType") do |given|
            Actions::SaveItemType.retire(id: given.id, person_id: person_id)
            json(Presenters::Catalogue.call)
          end
          { "addDesignFactor" => "design_factors", "addProofRule" => "proof_rules",
            "addPopulation" => "population_shapes" }.each do |operation, table|
            app.operation(operation) do |given|
              Actions::SaveLibraryRow.add(table: table, values: given.body, person_id: person_id)
              json(Presenters::Catalogue.call, status: 201)
            end
          end
          { "checkLibraryRow" => :check, "retireLibraryRow" => :retire }.each do |operation, verb|
            app.operation(operation) do |given|
              Actions::SaveLibraryRow.public_send(verb, table: given.path[:table], id: given.id, person_id: person_id)
              json(Presenters::Catalogue.call)
            end
          end
          pictures(app)
        end

        def self.pictures(app)
          app.operation("keepPicture") do |_|
            file = uploaded
            picture = Actions::SaveItemType.keep_picture(name: Upload.name_of(file), bytes: file[:tempfile].read,
                                                         person_id: person_id)
            json({ id: picture.id, name: picture.name }, status: 201)
          end
          app.operation("picture") do |given|
            type, bytes = Actions::Pictures.read(given.id)
            content_type type
            bytes
          end
        end
        private_class_method :pictures
      end
    end
  end
end
