# frozen_string_literal: true

module MildAnvil
  module Actions
    module Lists
      # Rows of an old table on their way to pulls: each by itself; pieces by their labels, ends by their names. Inside
      # the caller's transaction.
      class KeptBreaks
        NOON = 12 # a day without a time
        LeftOut = Core::OldTable::Reading::LeftOut

        attr_reader :count, :judged, :left_out, :open

        # @param person [Store::Models::Person]
        def initialize(person)
          @person = person
          @count = @judged = 0
          @left_out = []
          @open = []
          @numbers = {}
        end

        # @param row [Core::OldTable::Reading::Row]; @param lot [Store::Models::Lot]
        def take(row, lot)
          pull = RecordPeak.call(lot_id: lot.id, text: row.value, unit: row.unit, person_id: @person.id,
                                 note: row.note[0, 400], specimen_number: number(lot, row.piece),
                                 feature_name: row.end, pulled_at: row.date && noon(row.date))
          @count += 1
          judge(row, lot, pull)
        rescue InvalidInput => e
          @left_out << LeftOut.new(line: row.line, words: e.message)
        end

        private

        def noon(date) = Time.local(date.year, date.month, date.day, NOON)

        # A label is a piece, the same for all its rows; a row without one is a piece of its own.
        def number(lot, label)
          return following(lot) if label.empty?

          @numbers[[lot.id, label]] ||= known(lot, label) || following(lot).tap do |number|
            Store::Models::Specimen.create(lot_id: lot.id, number: number, label: label[0, 60])
          end
        end

        def known(lot, label)
          pieces = Store::Models::Specimen.where(lot_id: lot.id)
          pieces.where(label: label).get(:number) ||
            (pieces.where(label: "", number: label.to_i).get(:number) if label.match?(/\A[1-9]\d{0,5}\z/))
        end

        def following(lot) = (Store::Models::Specimen.where(lot_id: lot.id).max(:number) || 0) + 1

        # An empty result is no judgement; a value that is said to be a bound is "at least", and so is one at which
        # something else gave way.
        def judge(row, lot, pull)
          counts_as = counts_as(row, lot)
          return if counts_as.to_s.empty?

          reason = counts_as == "void" && row.note.empty? ? "void in the old table" : row.note[0, 400]
          JudgePull.call(pull_id: pull.id, person_id: @person.id, counts_as: counts_as, failed_part: row.failed_part,
                         zone: row.zone, mode: row.mode, reason: reason.empty? ? "so in the old table" : reason)
          @judged += 1
        rescue InvalidInput => e
          @open << LeftOut.new(line: row.line, words: "was kept and is to be judged: #{e.message}")
        end

        def counts_as(row, lot)
          return row.counts_as unless row.counts_as == "break" || (row.bound && row.counts_as != "void")
          return "at_least" if row.bound || (row.failed_part && !lot.rated_parts.include?(row.failed_part))

          row.counts_as
        end
      end
    end
  end
end
