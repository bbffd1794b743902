# frozen_string_literal: true

module MildAnvil
  module Store
    # The append-only list of who did what, each entry chained to the one before by its hash.
    #
    # Entries are collected while a transaction runs and written as its last step, so that the tail of the chain is
    # held for a moment
    # only, and always after every other lock.
    module Events
      START = "0" * 64
      TAIL_ID = 1
      CHAINED = %i[uid at person_id action subject_type subject_id lot_id before after previous_sha256].freeze
      SHOWN = [:id, *CHAINED, :sha256].freeze # without the hashes of rows, which are many
      MOST_ROWS = 20_000 # that one entry names
      Entry = Struct.new(:person_id, :action, :subject_type, :subject_id, :lot_id, :before, :after, :sealed,
                         keyword_init: true)

      module_function

      # @param subject [Sequel::Model] the row it is about
      # @param person_id [Integer]
      def record(action, subject, person_id:, lot_id: nil, before: {}, after: {})
        entry = Entry.new(person_id: person_id, action: action.to_s, subject_type: subject.class.name.split("::").last,
                          subject_id: subject.id, lot_id: lot_id, before: before, after: after)
        pending << entry
      end

      # @return [Array<Entry>] of this thread, not written yet
      def pending = Thread.current[:mild_anvil_events] ||= []

      # Forgets what was not written.
      def clear
        pending.clear
        RowSeals.touched.clear
      end

      # Writes what is pending, with the hashes of the rows that were written; called by Database.write at the end of
      # the outermost transaction.
      def flush(database)
        entries = pending.dup
        pending.clear
        return if entries.empty? && RowSeals.touched.empty?

        previous = tail(database)
        sealed = RowSeals.taken(database)
        RowSeals.keep(sealed, database)
        entries = with_rows(entries, sealed, database)
        entries.each { |entry| previous = append(database, entry, previous) }
      end

      # The last entry of a transaction names its rows; where nobody told of anything, or there are very many, they are
      # told by themselves.
      def with_rows(entries, sealed, database)
        first, *more = parts(sealed)
        return entries if first.nil?

        entries << rows_alone(database) if entries.empty?
        entries.last.sealed = JSON.generate(first)
        entries + more.map { |part| rows_alone(database).tap { |entry| entry.sealed = JSON.generate(part) } }
      end
      private_class_method :with_rows

      # No entry is larger than a server takes.
      def parts(sealed)
        rows = sealed.flat_map { |table, of| of.map { |key, sha256| [table, key, sha256] } }
        rows.each_slice(MOST_ROWS).map do |slice|
          slice.each_with_object({}) { |(table, key, sha256), all| (all[table] ||= {})[key] = sha256 }
        end
      end
      private_class_method :parts

      def rows_alone(database)
        person = database[:people].min(:id)
        Entry.new(person_id: person, action: "seal_rows", subject_type: "Person", subject_id: person, before: {},
                  after: {})
      end
      private_class_method :rows_alone

      def tail(database)
        database[:event_tails].insert_ignore.insert(id: TAIL_ID, sha256: START)
        database[:event_tails].where(id: TAIL_ID).for_update.get(:sha256)
      end
      private_class_method :tail

      def append(database, entry, previous)
        row = { uid: ULID.generate, at: Time.now.utc.round(6), previous_sha256: previous, **entry.to_h,
                before: JSON.generate(plain(entry.before)), after: JSON.generate(plain(entry.after)) }
        sha256 = digest(row)
        id = database[:events].insert(**row, sha256: sha256)
        database[:event_tails].where(id: TAIL_ID).update(event_id: id, sha256: sha256)
        sha256
      end
      private_class_method :append

      def plain(values) = values.transform_values { |v| v.is_a?(BigDecimal) ? v.to_s("F") : v }
      private_class_method :plain

      # @param row [Hash] an event as stored
      # @return [String] the hash that it must have
      def digest(row)
        stated = CHAINED.map { |name| name == :at ? row[name].utc.strftime("%Y-%m-%dT%H:%M:%S.%6N") : row[name] }
        stated << row[:sealed] if row[:sealed]
        OpenSSL::Digest::SHA256.hexdigest(JSON.generate(stated))
      end

      # @return [Integer, nil] the id of the first event that is not what was written; 0 when some are missing at the
      #   end
      def first_broken(database)
        previous = START
        database[:events].order(:id).paged_each do |row|
          return row[:id] unless row[:previous_sha256] == previous && digest(row) == row[:sha256]

          previous = row[:sha256]
        end
        0 unless previous == (database[:event_tails].get(:sha256) || START)
      end
    end
  end
end
