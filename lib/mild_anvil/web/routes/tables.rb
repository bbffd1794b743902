# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Lists as tables, old tables as pulls, a customer's own form.
      module Tables
        Lists = Actions::Lists

        def self.registered(app)
          app.operation("exportList") do |given|
            send_paper(Lists::ExportList.call(list: given.path[:list], format: given.path[:format],
                                              query: given.query[:q], lot_id: given.query[:lot_id],
                                              waiting: given.query[:waiting] || false))
          end
          app.operation("lookOldBreaks") { |given| json(old_breaks(given.id).look) }
          app.operation("keepOldBreaks") do |given|
            json(old_breaks(given.id).keep(person_id: person_id), status: 201)
          end
          app.helpers OldTable
          forms(app)
        end

        def self.forms(app)
          app.operation("lookForm") do |given|
            _, told = Actions::Papers::FillForm.call(open_path(uploaded[:tempfile]), statement_id: given.id,
                                                                                     name: Upload.name_of(uploaded))
            json(told.map(&:to_h))
          end
          app.operation("fillForm") do |given|
            paper, = Actions::Papers::FillForm.call(open_path(uploaded[:tempfile]), statement_id: given.id,
                                                                                    name: Upload.name_of(uploaded))
            send_paper(paper)
          end
        end
        private_class_method :forms

        # An old table with what was answered of it.
        module OldTable
          # @return [Actions::Lists::OldBreaks]
          def old_breaks(lot_id)
            answers = JSON.parse(field(:choices).then { |text| text.empty? ? "{}" : text })
            Violations.check!(Description.shared.schema("OldBreakAnswers"), PlainValues.sound!(answers))
            Lists::OldBreaks.new(uploaded[:tempfile], lot_id: lot_id, answers: answers)
          rescue JSON::ParserError
            raise InvalidInput.new("choices must be JSON", fields: { choices: "is no JSON" })
          end
        end
      end
    end
  end
end
