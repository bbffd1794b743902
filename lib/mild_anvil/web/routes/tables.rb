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
          app.operation("lookOldBreaks") { |_| json(Lists::OldBreaks.look(uploaded[:tempfile])) }
          app.operation("keepOldBreaks") do |given|
            choices = old_break_choices
            count = Lists::OldBreaks.keep(uploaded[:tempfile], lot_id: given.id, person_id: person_id, **choices)
            json({ count: count }, status: 201)
          end
          app.helpers Choices
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

        # What was chosen for an old table.
        module Choices
          # @return [Hash] columns: role => column; unit
          def old_break_choices
            choices_with("columns and unit") { |given| sound?(given["columns"]) && given["unit"].is_a?(String) }
              .slice("columns", "unit").transform_keys(&:to_sym)
          end

          def sound?(columns)
            columns.is_a?(Hash) && columns.values.all? { |column| column.is_a?(Integer) && column.between?(0, 59) }
          end
        end
      end
    end
  end
end
