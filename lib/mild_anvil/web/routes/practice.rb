# frozen_string_literal: true

module MildAnvil
  module Web
    module Routes
      # Lessons with a hidden truth.
      module Practice
        Acts = Actions::Practice

        def self.registered(app)
          app.operation("practice") { |_| json(Acts::Show.all(person_id: person_id, roles: person[:roles])) }
          app.operation("beginLesson") do |given|
            run = Acts::Begin.call(person_id: person_id, once_key: given.once_key, **given.body)
            json(Acts::Show.one(run), status: 201)
          end
          app.operation("practiceRun") do |given|
            json(Acts::Show.one(Acts::Mine.see!(given.id, person_id, person[:roles])))
          end
          app.operation("pullPractice") do |given|
            run = Acts::PullNext.call(run_id: given.id, person_id: person_id, once_key: given.once_key, **given.body)
            json(Acts::Show.one(run), status: 201)
          end
          app.operation("checkPracticeCell") do |given|
            run = Acts::CheckCell.call(run_id: given.id, person_id: person_id, **given.body)
            json(Acts::Show.one(run), status: 201)
          end
          app.operation("handInLesson") do |given|
            json(Acts::Show.one(Acts::HandIn.call(run_id: given.id, person_id: person_id, **given.body)), status: 201)
          end
          instruction(app)
        end

        def self.instruction(app)
          app.operation("makeLesson") do |given|
            Acts::Lessons.from_lot(lot_id: given.id, person_id: person_id, **given.body)
            json(Acts::Show.all(person_id: person_id, roles: person[:roles]), status: 201)
          end
          app.operation("retireLesson") do |given|
            Acts::Lessons.retire(id: given.id, person_id: person_id)
            json(Acts::Show.all(person_id: person_id, roles: person[:roles]))
          end
        end
        private_class_method :instruction
      end
    end
  end
end
