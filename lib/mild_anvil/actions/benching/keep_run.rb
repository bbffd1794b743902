# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # Makes a pull of what a journal holds: its samples become a table that goes the way of every file, so that it is
      # kept, hashed and found things in. Done twice, it is done once.
      module KeepRun
        KEPT = "kept"

        module_function

        # @param path [String] of a journal
        # @return [Store::Models::Run, nil] nil for a journal of which the store knows nothing
        def call(path)
          read = Devices::Recorder::Journal.read(path)
          run = read && Store::Models::Run.first(uid: read.header[:uid]) or return put_away(path)
          keep(run, read, File.basename(path)) if run.state == "recording"
          put_away(path)
          run.refresh
        end

        def keep(run, read, _name)
          ended = read.notes.reverse.find { |note| note[:kind] == "end" }
          pull = moved?(run) ? imported(run, read) : worked_out(run, ended)
          Store::Database.write do
            run.update(state: ended && ended[:ended] != "interrupted" ? "finished" : "interrupted", pull_id: pull&.id,
                       ended: (ended ? ended[:words] || ended[:ended] : "the recorder was stopped").to_s[0, 120],
                       results: JSON.generate({ outcomes: ended&.fetch(:outcomes), notes: notes(read),
                                                results: ended&.fetch(:results, nil).to_a }),
                       proof_passed: ended && ended[:proof_passed], ended_at: Time.now)
            Store::Events.record(:keep_run, run, person_id: run.person_id, lot_id: run.lot_id,
                                                 after: { state: run.state, pull: pull&.uid,
                                                          samples: read.samples.size })
            Proving::Quarantines.open_for(run)
          end
        end
        private_class_method :keep

        def notes(read) = read.notes.reject { |note| note[:kind] == "end" }
        private_class_method :notes

        # @return [Store::Models::Pull, nil] nil where nothing was pulled
        def imported(run, read)
          earlier = Store::Models::Pull.first(lot_id: run.lot_id, origin: "bench", note: note(run))
          return earlier if earlier

          table = RunTable.new(read)
          return if table.empty?

          ImportRecording.call(lot_id: run.lot_id, name: "#{run.uid}.csv", source: table.text, origin: "bench",
                               choices: table.choices(Catalogue.measurand(run.lot.measurand)),
                               person_id: run.person_id, note: note(run), instrument_id: run.instrument_id,
                               resolution_si: table.resolution, pulled_at: [run.created_at, Time.now].min,
                               specimen_number: run.specimen_number, feature_name: run.feature_name)
        rescue InvalidInput
          nil # it never left its zero
        end
        private_class_method :imported

        def moved?(run)
          run.read(:procedure)[:steps].any? { |step| !Core::Pull::Procedure::WITHOUT_MOTION.include?(step[:does]) }
        end
        private_class_method :moved?

        # What no channel measured and a formula gives: the energy of a drop.
        def worked_out(run, ended)
          unit = Catalogue.measurand(run.lot.measurand).units.first
          found = ended&.fetch(:results, nil).to_a.find { |one| one[:quantity] == unit.quantity } or return
          RecordPeak.call(lot_id: run.lot_id, person_id: run.person_id, once_key: "run-#{run.uid}",
                          text: format("%.1f", found[:value]), unit: unit.symbol, note: note(run),
                          specimen_number: run.specimen_number, feature_name: run.feature_name)
        rescue InvalidInput
          nil
        end
        private_class_method :worked_out

        def note(run) = "run #{run.uid} on #{run.bench.name}"
        private_class_method :note

        # Not thrown away: put aside, beside the others that are stored.
        def put_away(path)
          folder = File.join(File.dirname(path), KEPT)
          FileUtils.mkdir_p(folder)
          File.rename(path, File.join(folder, File.basename(path)))
          nil
        rescue Errno::ENOENT
          nil
        end
        private_class_method :put_away
      end
    end
  end
end
