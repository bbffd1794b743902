# frozen_string_literal: true

module MildAnvil
  module Actions
    module Practice
      # The lessons there are: those that ship, those that somebody made of a job, and what a trade and a difficulty
      # make.
      module Lessons
        Model = Store::Models::Lesson
        OWN = "own-"
        FREE = "free-"
        FEWEST_BREAKS = 5

        module_function

        # @return [Array<Hash>] without anything of their truth
        def list
          own = Model.where(retired_at: nil).order(:id).all.map do |row|
            described("#{OWN}#{row.id}", row.content_h, row)
          end
          Catalogue.lessons.map { |content| described(content[:key], content, nil) } + own
        end

        # @param key [String]
        # @return [Hash] content of a Core::Practice::Lesson
        # @raise [NotFound]
        def content(key)
          if key.start_with?(OWN)
            row = Model.first(id: key.delete_prefix(OWN).to_i, retired_at: nil)
            return row.content_h if row
          end
          Catalogue.lessons.find { |one| one[:key] == key } || raise(NotFound, "there is no lesson “#{key[0, 40]}”")
        end

        # Its breaks give the population, its other pulls what befalls some of the pieces.
        # @param lot_id [Integer] of the instructor's own job
        # @return [Model]
        # @raise [InvalidInput] with too few breaks
        def from_lot(lot_id:, title:, person_id:, teaches: "")
          person = People.fetch!(person_id)
          lot = Store::Models::Lot.fetch!(lot_id)
          content = made(LotFacts.new(lot), title.strip, teaches.to_s.strip)
          Core::Practice::Lesson.new(content)
          Store::Database.write do
            row = Model.create(title: title.strip, content: JSON.generate(content), person_id: person.id)
            Store::Events.record(:make_lesson, row, person_id: person.id, lot_id: lot.id, after: { title: row.title })
            row
          end
        end

        def retire(id:, person_id:)
          person = People.fetch!(person_id)
          Store::Database.write do
            row = Model.first(id: id, retired_at: nil) || raise(NotFound.new("there is no such lesson", id: id))
            row.update(retired_at: Time.now)
            Store::Events.record(:retire_lesson, row, person_id: person.id)
          end
        end

        def described(key, content, row)
          { key: key, title: content[:title], story: content[:story], trade: content[:trade].to_s,
            pieces: content[:pieces] * content.fetch(:ends, [1]).size, answer: content.dig(:answer, :kind),
            id: row&.id, person: row&.person&.name }
        end
        private_class_method :described

        def made(facts, title, teaches)
          breaks = facts.sample.breaks_si
          if facts.lot.measurand != "force" || breaks.size < FEWEST_BREAKS
            raise InvalidInput.new("A lesson is made of a lot of forces with #{FEWEST_BREAKS} breaks at least",
                                   fields: { lot: "has #{breaks.size} breaks" })
          end

          found = Core::Statistics::Description.of(breaks)
          { title: title, teaches: teaches, story: story(facts.lot), trade: "own", item: facts.lot.item_type,
            material: facts.lot.material, shape: "Rope", pieces: facts.pulls.size.clamp(3, 20), coverage: 0.95,
            unit: facts.lot.display_unit, answer: { kind: "minimum" }, events: events(facts),
            population: { family: "normal", mean_si: found.mean,
                          variation: (found.standard_deviation / found.mean).clamp(0.002, 0.4) } }
        end
        private_class_method :made

        def story(lot)
          [lot.material, lot.configuration, "How strong is one of these, at the least?"].reject(&:empty?).join(". ")
        end
        private_class_method :story

        # What was no plain break there befalls the same places here.
        def events(facts)
          mean = facts.sample.breaks_si.sum / facts.sample.breaks_si.size
          facts.pulls.each_with_index.filter_map do |pull, i|
            judged = facts.judgement(pull) or next
            next unless %w[at_least void].include?(judged.counts_as)

            reads = judged.value_si ? (judged.value_si / mean).clamp(0.3, 0.98) : 0.6
            { at: [i + 1], reads: [reads, reads], counts_as: judged.counts_as, part: judged.failed_part || "connector",
              seen: seen(judged), why: judged.reason.to_s }
          end
        end
        private_class_method :events

        def seen(judged)
          words = [judged.failed_part, judged.mode].compact.join(", ")
          words.empty? ? "It ended otherwise than the others." : "What gave way: #{words}."
        end
        private_class_method :seen
      end
    end
  end
end
