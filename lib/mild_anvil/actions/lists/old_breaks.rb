# frozen_string_literal: true

module MildAnvil
  module Actions
    module Lists
      # A spreadsheet of old breaks as typed pulls of a lot: what its heads, cells and words do not say is asked, once
      # for all rows that have it; a row that cannot be read is left out and told.
      class OldBreaks
        MOST = 1000
        MAX_BYTES = 5_000_000
        SHOWN = 8
        MOST_TOLD = 50
        MOST_LOTS = 40

        # @param file [IO]
        # @param answers [Hash] see Core::OldTable::Reading
        # @return [OldBreaks]
        # @raise [InvalidInput] for what is no table
        def initialize(file, lot_id:, answers: {})
          @lot = Store::Models::Lot.fetch!(lot_id)
          bytes = file.read(MAX_BYTES + 1).to_s
          refuse("A table has at most 5 MB", file: "is too large") if bytes.bytesize > MAX_BYTES
          @sha256 = OpenSSL::Digest::SHA256.hexdigest(bytes)
          @answers = answers
          @reading = Core::OldTable::Reading.new(table(bytes), around, answers)
          refuse("At most #{MOST} rows are taken at once", file: "has #{@reading.count} rows") if @reading.count > MOST
        end

        # @return [Hash] head, roles, rows (the first few), count, taken, left_out, questions, before
        def look
          questions = @reading.questions
          ready = questions.empty?
          { head: @reading.head, roles: @reading.roles.transform_keys(&:to_s), rows: @reading.samples(SHOWN),
            count: @reading.count, taken: ready ? rows.size : 0, left_out: ready ? told(left_out) : [],
            questions: questions.map { |one| one.to_h.merge(options: one.options.map(&:to_h)) }, before: before }
        end

        # @return [Hash] count, judged, left_out, open: rows that were kept and could not be judged
        # @raise [InvalidInput] as long as anything is to be asked
        # @raise [Conflict] for a file that was taken before, unless it is meant
        def keep(person_id:)
          open = @reading.questions
          refuse(open.map(&:text).join(" "), questions: "are open") if open.any?
          Practice::Apart.real!(@lot, "It takes its pulls from its lesson")
          kept = Store::Database.write { written(person_id) }
          { count: kept.count, judged: kept.judged, left_out: told([*left_out, *kept.left_out]), open: told(kept.open) }
        end

        private

        # The lots are locked before anything else is read, so that numbers follow each other and the same file sent
        # twice at one moment is seen.
        def written(person_id)
          [@lot, *rows.map { |row| lot_of(row) }].uniq(&:id).sort_by(&:id).each { |lot| Store::Models::Lot.locked!(lot.id) }
          raise Conflict.new("#{before}. Is it meant again?", again: true) if before && !@answers["again"]

          kept = KeptBreaks.new(People.fetch!(person_id))
          RefreshLot.once { rows.each { |row| kept.take(row, lot_of(row)) } }
          Store::Events.record(:keep_old_breaks, @lot, person_id: person_id, lot_id: @lot.id,
                                                       after: { sha256: @sha256, count: kept.count })
          kept
        end

        def refuse(words, **fields) = raise(InvalidInput.new(words, fields: fields))

        def table(bytes)
          table = Devices::TableFile.read(bytes)
          filled = table.count { |row| row.any? { |cell| !cell.strip.empty? } }
          refuse("There is no row below the head", file: "has no rows") if filled < 2

          width = table.map(&:size).max
          table.map { |row| row + ([""] * (width - row.size)) }
        end

        def around
          item = Library.item_type(@lot.item_type)
          units = Catalogue.measurand(@lot.measurand).units
          Core::OldTable::Reading::Around.new(
            units: units.map(&:symbol), find: ->(text) { units.find { |unit| unit.called?(text) }&.symbol },
            zones: item.zones.to_h { |key, name, *| [name, key] }, ends: item.features.to_h { |name| [name, name] },
            lots: others.to_h { |lot| [lot.name, lot.id] }, parts: Core::Plan::RequestWords::FAILED_PARTS,
            modes: Core::Plan::RequestWords::MODES, today: Date.today
          ).freeze
        end

        # Lots of the same job that measure the same.
        def others
          @others ||= Store::Models::Lot.where(job_id: @lot.job_id, measurand: @lot.measurand).exclude(id: @lot.id)
                                        .order(:id).limit(MOST_LOTS).all
        end

        def rows = @reading.rows.select { |row| lot_of(row) }

        def left_out
          elsewhere = @reading.rows.reject { |row| lot_of(row) }
          words = "belongs to no lot that was named"
          [*@reading.left_out, *elsewhere.map do |row|
            Core::OldTable::Reading::LeftOut.new(line: row.line, words: words)
          end]
            .sort_by(&:line)
        end

        # @return [Store::Models::Lot, nil]
        def lot_of(row)
          @lots ||= Hash.new { |known, group| known[group] = lot_called(group) }
          @lots[row.group]
        end

        def lot_called(group)
          answer = @answers.dig("groups", group)
          return others.find { |lot| lot.id.to_s == answer } || (@lot if answer == "here") if answer
          return @lot if group.empty?

          others.find { |lot| Core::OldTable::Words.plain(lot.name) == Core::OldTable::Words.plain(group) } || @lot
        end

        # @return [String, nil] when these very bytes were taken, and by whom
        def before
          found = Store::Journal.of_action("keep_old_breaks").find { |one| one[:after]["sha256"] == @sha256 } or return
          "This file was taken before: #{found[:after]['count']} rows into " \
            "“#{Store::Models::Lot[found[:lot_id]]&.name}” on #{found[:at].localtime.strftime('%-d %B %Y')}"
        end

        def told(rows) = rows.first(MOST_TOLD).map(&:to_h)
      end
    end
  end
end
