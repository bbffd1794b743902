# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Benches, instruments, gear, near misses.
      module Register
        TABLES = { "Bench" => "benches", "Instrument" => "instruments", "Gear" => "gear" }.freeze

        def self.registered(app)
          app.operation("register") { |_| json(Actions::Planning::Register.show) }
          TABLES.each do |name, table|
            app.operation("add#{name}") do |given|
              Actions::Planning::Register.add(table: table, values: given.body, person_id: person_id)
              json(Actions::Planning::Register.show, status: 201)
            end
            app.operation("change#{name}") do |given|
              Actions::Planning::Register.change(table: table, id: given.id, values: given.body.except(:version),
                                                 version: given.body[:version], person_id: person_id)
              json(Actions::Planning::Register.show)
            end
          end
          further(app)
        end

        def self.further(app)
          app.operation("retireRegisterRow") do |given|
            Actions::Planning::Register.retire(table: given.path[:table], id: given.id, person_id: person_id)
            json(Actions::Planning::Register.show)
          end
          app.operation("noteNearMiss") do |given|
            Actions::Planning::Register.note_near_miss(person_id: person_id, **given.body)
            json(Actions::Planning::Register.show, status: 201)
          end
        end
        private_class_method :further
      end
    end
  end
end
