# frozen_string_literal: true

module MildAnvil
  module Actions
    module Practice
      # Begins a lesson: a job and a lot of practice, and the truth, sealed.
      module Begin
        CUSTOMER = "Practice"
        SEEDS = 1 << 30

        module_function

        # @param lesson [String, nil] key; @param trade [String, nil] and difficulty [String, nil] instead
        # @param seed [Integer] for tests
        # @return [Store::Models::PracticeRun]
        # @raise [NotFound, InvalidInput]
        def call(person_id:, lesson: nil, trade: nil, difficulty: nil, once_key: nil,
                 seed: SecureRandom.random_number(SEEDS))
          person = People.fetch!(person_id)
          key = lesson || "#{Lessons::FREE}#{trade}-#{difficulty}"
          content = lesson ? Lessons.content(lesson) : Core::Practice::Free.content(trade, difficulty, seed)
          made = Core::Practice::Lesson.new(content)
          id = OnceOnly.call(once_key, person_id: person.id, action: :begin_lesson, request: { lesson: key }) do
            keep(key, made, seed, person).id
          end
          Store::Models::PracticeRun.fetch!(id)
        end

        def keep(key, lesson, seed, person)
          content = lesson.content
          job = CreateJob.call(customer: CUSTOMER, title: content[:title], purpose: "practice", person_id: person.id)
          lot = SaveLot.create(job_id: job.id, values: values(lesson), person_id: person.id, practice: true)
          hidden = JSON.generate(lesson: content, seed: seed, pieces: lesson.pieces(seed).map(&:to_h))
          row = Store::Models::PracticeRun.create(lesson_key: key, title: content[:title], lot_id: lot.id,
                                                  lesson_id: own(key), hidden: hidden, person_id: person.id,
                                                  hidden_sha256: Store::Models::Document.sha256(hidden))
          Store::Events.record(:begin_lesson, row, person_id: person.id, lot_id: lot.id,
                                                   after: { lesson: key, sealed: row.hidden_sha256 })
          row
        end
        private_class_method :keep

        def own(key) = key.start_with?(Lessons::OWN) ? key.delete_prefix(Lessons::OWN).to_i : nil
        private_class_method :own

        def values(lesson)
          content = lesson.content
          { name: content[:title], item_type: content[:item], material: content[:material].to_s,
            specimens_planned: content[:pieces] * content.fetch(:ends, [1]).size, display_unit: content[:unit] || "kN",
            differs_from_use: "Made up, for practice.", terms: { coverage_share: lesson.coverage } }
        end
        private_class_method :values
      end
    end
  end
end
