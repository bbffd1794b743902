# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # Makes a pull of what a journal holds: its samples become a table that goes the way of every file, so that it is
      # kept, hashed and found things in. Done twice, it is done once. What no curve can be made of is a pull without a
      # reading, and says why: somebody types what was read, and the journal stays.
      module KeepRun
        KEPT = "kept"
        MOVED = /\ASTATE (?:RAMP|CYCLE|RELEASE)\z/

        module_function

        # @param path [String] of a journal
        # @return [Store::Models::Run, nil] nil for a journal of which the store knows nothing
        def call(path)
          read = Devices::Recorder::Journal.read(path)
          run = read && Store::Models::Run.first(uid: read.header[:uid]) or return put_away(path)
          keep(run, read) if run.results.nil? || RunStates::GOING.include?(run.state)
          put_away(path)
          run.refresh
        end

        # @return [String] where the journals lie that were kept
        def folder = File.join(File.expand_path("..", File.dirname(RecorderLine.path)), RecorderDesk::JOURNALS, KEPT)

        def keep(run, read)
          ended = read.notes.reverse.find { |note| note[:kind] == "end" }
          pull, unkept = measures?(run) ? [worked_out(run, ended), nil] : imported(run, read)
          Store::Database.write do
            run.update(**columns(ended, read), pull_id: pull&.id, unkept: unkept&.slice(0, 400))
            KeptEvents.store(run, read)
            Store::Events.record(:keep_run, run, person_id: run.person_id, lot_id: run.lot_id,
                                                 after: { state: run.state, pull: pull&.uid, unkept: unkept,
                                                          samples: read.samples.size })
            Proving::Quarantines.open_for(run)
          end
        end
        private_class_method :keep

        def columns(ended, read)
          whole = ended && ended[:ended] != "interrupted"
          { state: whole ? RunStates::FINISHED : RunStates::INTERRUPTED,
            ended: (ended ? ended[:words] || ended[:ended] : "the recorder was stopped").to_s[0, 120],
            results: JSON.generate({ outcomes: ended&.fetch(:outcomes), notes: notes(read),
                                     results: ended&.fetch(:results, nil).to_a }),
            proof_passed: ended && ended[:proof_passed], proof_state: ended && proof(ended), ended_at: Time.now }
        end
        private_class_method :columns

        # A journal of before has the verdict alone.
        def proof(ended) = ended[:proof] || { true => "passed", false => "failed" }[ended[:proof_passed]]
        private_class_method :proof

        # With the name of whoever stopped it, where that is known.
        def notes(read)
          read.notes.reject { |note| note[:kind] == "end" }.map do |note|
            account = note[:account_id] or next note
            name = Store::Models::Account[account]&.person&.name
            name ? { **note.except(:account_id), words: "#{note[:words]}, by #{name}" } : note.except(:account_id)
          end
        end
        private_class_method :notes

        # @return [Array(Store::Models::Pull, String)] nil where nothing was pulled; why there is no curve
        def imported(run, read)
          earlier = Store::Models::Pull.first(lot_id: run.lot_id, origin: ["bench", "nothing read"], note: note(run))
          return [earlier, run.unkept] if earlier

          table = RunTable.new(read)
          return [nil, nil] unless moved?(read)
          return unread(run, "Only #{table.size} readings came: that is no curve") if table.empty?

          [curve(run, table), nil]
        rescue InvalidInput => e
          unread(run, e.message, driven: read.events.any?)
        end
        private_class_method :imported

        def curve(run, table)
          ImportRecording.call(lot_id: run.lot_id, name: "#{run.uid}.csv", source: table.text, origin: "bench",
                               choices: table.choices(Catalogue.measurand(run.lot.measurand)),
                               lower_bound_cause: table.lower_bound_cause, instrument_id: run.instrument_id,
                               resolution_si: table.resolution, **place(run))
        end
        private_class_method :curve

        # Whether the bench moved; a pump that a person works tells nothing of that.
        def moved?(read) = read.events.empty? || read.events.any? { |event| MOVED.match?(event.word) }
        private_class_method :moved?

        # The piece was pulled, whatever is known of it. A pump by hand may never have been worked.
        def unread(run, why, driven: true)
          return [nil, why] unless driven

          [RecordPeak.call(lot_id: run.lot_id, once_key: "run-#{run.uid}", **place(run)), why]
        end
        private_class_method :unread

        def place(run)
          { person_id: run.person_id, note: note(run), pulled_at: [run.created_at, Time.now].min,
            specimen_number: run.specimen_number, feature_name: run.feature_name }
        end
        private_class_method :place

        # Nothing is told to move: its figures are read by hand.
        def measures?(run)
          run.read(:procedure)[:steps].all? { |step| Core::Pull::Procedure::WITHOUT_MOTION.include?(step[:does]) }
        end
        private_class_method :measures?

        # What no channel measured and a formula gives: the energy of a drop.
        def worked_out(run, ended)
          unit = Catalogue.measurand(run.lot.measurand).units.first
          found = ended&.fetch(:results, nil).to_a.find { |one| one[:quantity] == unit.quantity } or return
          RecordPeak.call(lot_id: run.lot_id, person_id: run.person_id, once_key: "run-#{run.uid}",
                          text: format("%.1f", found[:value]), unit: unit.symbol, note: note(run),
                          specimen_number: run.specimen_number, feature_name: run.feature_name)
        rescue InvalidInput
          nil # a drop of no height has no energy that could be read
        end
        private_class_method :worked_out

        def note(run) = "run #{run.uid} on #{run.bench.name}"
        private_class_method :note

        # Not thrown away: put aside, beside the others that are stored.
        def put_away(path)
          kept = File.join(File.dirname(path), KEPT)
          FileUtils.mkdir_p(kept)
          File.rename(path, File.join(kept, File.basename(path)))
          nil
        rescue Errno::ENOENT
          nil
        end
        private_class_method :put_away
      end
    end
  end
end
