# frozen_string_literal: true

module MildAnvil
  module Actions
    module Practice
      # The next piece of a lesson on the practice bench: its log, or what its display said, as somebody typed it.
      module PullNext
        Simulator = Devices::Simulator
        HERTZ = 50.0
        STEPS = 5000.0 # of the cell, over the mean of the population

        module_function

        # @param text [String, nil] and unit [String, nil]: where a display is to be read
        # @return [Store::Models::PracticeRun]
        # @raise [Conflict] when all are pulled; [InvalidInput]
        def call(run_id:, person_id:, text: nil, unit: nil, once_key: nil)
          run = Mine.fetch!(run_id, person_id)
          Store::NamedLock.hold("anvil-practice-#{run.id}") do # one after the other, whoever clicks twice
            OnceOnly.call(once_key, person_id: person_id, action: :pull_practice,
                                    request: { run: run.id, text: text, unit: unit }) do
              pull(run, person_id, text, unit).id
            end
          end
          run
        end

        def pull(run, person_id, text, unit)
          refuse!(run)
          truth = run.truth
          piece = truth[:pieces][run.lot.pulls_dataset.count] || raise(Conflict, "All pieces are pulled")
          place = { specimen_number: piece[:number], note: piece[:seen],
                    feature_name: truth.dig(:lesson, :ends) && piece[:feature] }.compact
          piece[:card] ? typed(run, text, unit, person_id, place) : logged(run, truth, piece, person_id, place)
        end
        private_class_method :pull

        def refuse!(run)
          raise Conflict, "This lesson is handed in" if run.finished?
        end
        private_class_method :refuse!

        def typed(run, text, unit, person_id, place)
          if text.to_s.strip.empty?
            raise InvalidInput.new("Read the display and type what it says", fields: { text: "is missing" })
          end

          RecordPeak.call(lot_id: run.lot_id, text: text, unit: unit, person_id: person_id, **place)
        end
        private_class_method :typed

        def logged(run, truth, piece, person_id, place)
          name = format("practice_%<run>d_%<number>02d%<end>s.csv", run: run.id, number: piece[:number],
                                                                    end: piece[:feature].to_s[/\w\z/].to_s.downcase)
          ImportRecording.call(lot_id: run.lot_id, name: name, source: log(truth, piece), person_id: person_id,
                               **place)
        end
        private_class_method :logged

        # Of the cell that read it.
        def step_of(truth, piece)
          cell = truth.dig(:lesson, :cells)&.find { |one| one[:key] == piece[:cell] }
          cell ? cell[:step_si] : truth.dig(:lesson, :population, :mean_si) / STEPS
        end
        private_class_method :step_of

        # @return [String] as a logger writes it
        def log(truth, piece)
          random = Random.new((truth[:seed] * 100) + piece[:number] + piece[:feature].to_s.sum)
          held = piece[:part] == "nothing" # taken off before anything gave way
          strength = held || piece[:hertz] ? piece[:strength_si] : piece[:shown_si]
          path = Simulator::Shapes.const_get(truth.dig(:lesson, :shape)).path(strength, random)
          step = step_of(truth, piece)
          bench = Simulator::Bench.with(hertz: piece[:hertz] || HERTZ, step_newtons: step, noise_newtons: step * 0.7,
                                        offset_newtons: step * 3)
          log = Simulator::Pull.new(path: path, bench: bench, random: random,
                                    stop_newtons: held ? piece[:shown_si] : nil).log
          Simulator::LogFile.text(log, :comma)
        end
      end
    end
  end
end
