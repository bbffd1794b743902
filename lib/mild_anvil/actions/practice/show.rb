# frozen_string_literal: true

module MildAnvil
  module Actions
    module Practice
      # Lessons and results as they are shown: nothing of the truth before a lesson is handed in.
      module Show
        Model = Store::Models::PracticeRun
        LATEST = 30
        CLASS = 400

        module_function

        # @param roles [Array<String>]
        # @return [Hash] lessons, trades, difficulties, mine; of_class for an instructor
        def all(person_id:, roles:)
          mine = Model.where(person_id: person_id).reverse(:id).limit(LATEST).all
          { lessons: Lessons.list, trades: Core::Practice::Free::TRADES.map { |row| row.slice(:key, :name) },
            difficulties: Core::Practice::Free::DIFFICULTIES.map { |key, row| { key: key, name: row[:name] } },
            mine: mine.map { |run| row(run) }, of_class: Mine.instructor?(roles) ? results : nil }
        end

        # @return [Hash] of one
        def one(run)
          truth = run.truth
          { **row(run), story: truth.dig(:lesson, :story), sealed: run.hidden_sha256, finished: run.finished?,
                        pieces: truth[:pieces].size, pulled: pulled(run, truth), next: upcoming(run, truth),
                        cells: Cells.new(run).shown,
                        answer: truth.dig(:lesson, :answer, :kind), options: options(truth),
                        result: run.result && JSON.parse(run.result) }
        end

        def row(run)
          { id: run.id, title: run.title, lesson_key: run.lesson_key, lot_id: run.lot_id, person: run.person.name,
            score: run.score, finished_at: run.finished_at, created_at: run.created_at }
        end

        def results = Model.exclude(finished_at: nil).reverse(:id).limit(CLASS).all.map { |run| row(run) }
        private_class_method :results

        # What was seen of every piece that was pulled, and how it is judged by now.
        def pulled(run, truth)
          facts = LotFacts.new(run.lot)
          cells = Cells.new(run)
          facts.pulls.sort_by(&:number).zip(truth[:pieces]).map do |pull, piece|
            { pull_id: pull.id, number: pull.number, specimen: piece && piece[:number], feature: pull.feature.name,
              seen: piece && piece[:seen], cell: piece && cells.name(piece[:cell]),
              counts_as: facts.judgement(pull)&.counts_as }
          end
        end
        private_class_method :pulled

        def upcoming(run, truth)
          piece = run.finished? ? nil : truth[:pieces][run.lot.pulls_dataset.count]
          piece && { number: piece[:number], feature: truth.dig(:lesson, :ends) ? piece[:feature] : "",
                     group: piece[:group], cell: Cells.new(run).name(piece[:cell]),
                     digits: piece.dig(:card, :digits), words: piece.dig(:card, :words) }
        end
        private_class_method :upcoming

        def options(truth)
          truth.dig(:lesson, :answer, :options).to_a.map { |option| option.slice(:key, :text) }
        end
        private_class_method :options
      end
    end
  end
end
