# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # The paper of a run: a proof record where something was to be proved, else the report of a break.
      module RunRecord
        POINTS = 1500
        SHOWN = %w[remark event].freeze

        module_function

        # @return [ExportStatement::Paper]
        # @raise [NotFound, Conflict] while it still goes on
        def call(run_id:, unit: nil, language: nil)
          run = Store::Models::Run.fetch!(run_id)
          raise Conflict, "This pull still goes on" if RunStates::GOING.include?(run.state)

          stated = stated(run, unit_of(run, unit))
          head = Papers::Head.call(title: stated[:title], name: stated[:subtitle], number: "R-#{run.id}", record: run,
                                   language: language)
          content = Documents::RunRecordPdf.render(stated, head)
          ExportStatement::Paper.new(content: content, type: "application/pdf", name: "#{name(run)}-#{run.uid}.pdf")
        end

        def unit_of(run, unit) = Catalogue.measurand(run.lot.measurand).unit!(unit || run.lot.display_unit)

        def name(run) = run.proof_state.nil? ? "pull" : "proof"
        private_class_method :name

        # @return [Hash] see RunRecordPdf
        def stated(run, unit)
          recording = run.pull&.recording
          { title: run.proof_state.nil? ? "Report of a pull" : "Proof record", subtitle: subtitle(run),
            verdict: verdict(run), proof_passed: run.proof_passed, rule: rule(run, unit),
            pairs: pairs(run, unit), steps: steps(run, unit), unit: unit,
            curve: curve(recording), levels: levels(run, unit), notes: notes(run), sha256: recording&.sha256,
            checklist: Readiness::CHECKLIST.values_at(*run.read(:checklist).select { |_, seen| seen }.keys).compact,
            overruled: run.read(:overruled), reason: run.overruled_reason, results: results(run),
            events: KeptEvents.shown(run).select { |event| event[:words] }, warnings: run.read(:warnings).to_a,
            after: run.pull_id ? AfterPull.words(run.pull_id) : [], quarantine: quarantine(run) }
        end

        # What was worked out of figures read by hand, with the formula.
        def results(run)
          run.read(:results)&.fetch(:results, nil).to_a.map do |one|
            unit = (Catalogue.units.all + HandFigures::MORE).find { |u| u.quantity == one[:quantity] && u.factor == 1 }
            "#{one[:name]} #{format('%.4g',
                                    one[:value])}#{" #{unit.symbol}" if unit && unit.symbol != '1'} (#{one[:by]})"
          end
        end
        private_class_method :results

        def quarantine(run)
          run.quarantine&.entries.to_a.map { |one| "#{one.disposition}, inspected by #{one.inspector}: #{one.cause}" }
        end
        private_class_method :quarantine

        def subtitle(run)
          piece = run.pull&.feature&.specimen
          [run.lot.name, piece && Planning::PieceOrder.label(piece)].compact.join(", ")
        end
        private_class_method :subtitle

        def verdict(run)
          return "Interrupted: #{run.ended}. Nothing is proved." if run.state == "interrupted"
          return "The proof was not completed: it may be done again." if run.proof_state == "not_completed"
          return if run.proof_passed.nil?

          run.proof_passed ? "The proof is passed." : "The proof is not passed."
        end
        private_class_method :verdict

        def pairs(run, unit)
          words = Core::Plan::Wording.new(unit)
          peak = run.pull&.measurement("peak")&.value_si
          [["Customer", run.lot.job.customer], ["Pulled", run.created_at.localtime.strftime("%-d %B %Y, %H:%M")],
           ["By", NamesThen.new.name(run.person, run.created_at)], ["Bench", run.bench.name], ["Machine", machine(run)],
           ["Cell", cell(run)], ["Procedure", procedure(run)], ["Stops by itself at", limit(run, words)],
           ["Highest", peak && words.force(peak)],
           ["Pull", run.pull&.number]]
        end
        private_class_method :pairs

        def machine(run) = run.machine&.split(",")&.first(3)&.join(" ")
        private_class_method :machine

        # The force at which the bench was told to stop, where it pulls what is measured.
        def limit(run, words)
          run.force_limit_newtons && run.lot.measurand == "force" ? words.force(run.force_limit_newtons, :down) : nil
        end
        private_class_method :limit

        def procedure(run)
          kept = run.read(:procedure)
          kept[:revision] ? "#{kept[:name]}, revision #{kept[:revision]}" : kept[:name]
        end
        private_class_method :procedure

        # Those of then; a run of before they were kept has those of now.
        def loads(run)
          run.read(:procedure)[:loads]&.transform_keys(&:to_s) || Readiness.new(run.lot).loads
        end
        private_class_method :loads

        def cell(run)
          row = run.instrument_id && Store::Models::Instrument[run.instrument_id] or return
          "#{row.name}#{", serial #{row.serial}" unless row.serial.to_s.empty?}#{", good until #{row.due}" if row.due}"
        end
        private_class_method :cell

        # As it was planned then; a load that nobody states any more is left in words.
        def steps(run, unit)
          made = Core::Pull::Procedure.new(run.read(:procedure), loads: loads(run))
          outcomes = run.read(:results)&.fetch(:outcomes, nil).to_a
          made.steps.each_with_index.map do |step, i|
            Procedures.words(step, Core::Plan::Wording.new(unit), unit).slice(:title, :detail)
                      .merge(state: outcomes.dig(i, :state) || "running", words: came(outcomes[i], unit))
          end
        rescue InvalidInput
          run.read(:results)&.fetch(:outcomes, nil).to_a.map do |one|
            { title: one[:does].capitalize, detail: "", state: one[:state], words: one[:words] }
          end
        end
        private_class_method :steps

        # In words; of a hold its lowest, never stated higher than it was, and how much it gave.
        def came(outcome, unit)
          first, lowest, last = outcome.to_h[:figures].to_h.values_at(:first_newtons, :lowest_newtons, :last_newtons)
          return outcome.to_h[:words] if lowest.nil?

          given = ", relaxed by #{format('%.1f', 100 * (first - last) / first)} %" if first.positive? && last < first
          "#{outcome[:words]}, lowest #{Core::Plan::Wording.new(unit).force(lowest, :down)}#{given}"
        end
        private_class_method :came

        def levels(run, unit)
          words = Core::Plan::Wording.new(unit)
          loads(run).slice("proof", "working_load")
                   .to_h { |key, newtons| ["#{key.tr('_', ' ')} #{words.force(newtons)}", newtons] }
        end
        private_class_method :levels

        # What was reached, and what was to be.
        def rule(run, unit)
          peak = run.pull&.measurement("peak")&.value_si
          return unless peak&.positive?

          words = Core::Plan::Wording.new(unit)
          demands = loads(run).slice("proof", "working_load").map do |key, newtons|
            { label: key.tr("_", " ").capitalize, text: words.force(newtons), value_si: newtons, color: "8a5a00",
              shape: :diamond }
          end
          held = run.proof_state.nil? ? "break" : "at_least"
          { marks: [{ state: "counted", counts_as: held, value_si: peak, upper_si: nil }], demands: demands }
        end
        private_class_method :rule

        def curve(recording)
          return [] if recording.nil?

          window = ReadWindow.call(recording_id: recording.id, points: POINTS)
          judged = window[:series].find { |one| one[:judged] }
          window[:seconds].zip(judged[:highs].empty? ? judged[:lows] : judged[:highs]).reject { |pair| pair.any?(nil) }
        end
        private_class_method :curve

        def notes(run)
          found = run.read(:results)&.fetch(:notes, []).to_a.select { |note| SHOWN.include?(note[:kind]) }
          found.map { |note| "#{note[:words]} at #{format('%.1f', note[:seconds])} s" }.uniq
        end
        private_class_method :notes
      end
    end
  end
end
