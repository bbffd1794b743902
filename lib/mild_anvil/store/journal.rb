# frozen_string_literal: true

module MildAnvil
  module Store
    # The events as people read them.
    module Journal
      OF_PULLS = %w[judge_pull import_recording record_peak undo_judgement correct_reading overrule_finding].freeze

      module_function

      # @param lot_id [Integer, nil] nil: of everything
      # @return [Sequel::Dataset] the newest first
      def events(lot_id = nil, database = Sequel::Model.db)
        rows = database[:events].join(:people, id: Sequel[:events][:person_id])
                                .select(*Events::SHOWN.map { |name| Sequel[:events][name] })
                                .select_append(Sequel[:people][:name].as(:person)).exclude(action: "seal_rows")
                                .order(Sequel.desc(Sequel[:events][:id]))
        lot_id ? rows.where(Sequel[:events][:lot_id] => lot_id) : rows
      end

      # @param action [String]
      # @return [Array<Hash>] lot_id, at, after: those events, the first one first
      def of_action(action, database = Sequel::Model.db)
        database[:events].where(action: action).order(:id).select(:lot_id, :at, :after).all
                         .map { |row| row.merge(after: JSON.parse(row[:after])) }
      end

      # @return [Boolean] whether a package brought it
      def carried?(subject, database = Sequel::Model.db)
        type = subject.class.name.split("::").last
        database[:carried_events].where(subject_type: type, subject_uid: subject.uid).any?
      end

      # What had been done to a lot before a package brought it, the newest first.
      # @return [Array<Hash>]
      def brought(lot_id, database = Sequel::Model.db)
        database[:carried_events].join(:people, id: :person_id).where(lot_id: lot_id)
                                 .select_all(:carried_events).select_append(Sequel[:people][:name].as(:person))
                                 .order(Sequel.desc(Sequel[:carried_events][:id])).all
      end

      # @return [String, nil] the hash of an event
      def sha256_of(id, database = Sequel::Model.db) = database[:events].where(id: id).get(:sha256)

      # @return [Hash, nil] id, uid, sha256 of the last event
      def head(database = Sequel::Model.db) = database[:events].order(:id).select(:id, :uid, :sha256).last

      def count(database = Sequel::Model.db) = database[:events].count

      # @param subject [Sequel::Model]
      # @return [Array<Hash>] what was told about it under one name, in order; of what a package brought, what had been
      #   told where it was made
      def about(subject, action, database = Sequel::Model.db)
        about = { subject_type: subject.class.name.split("::").last, subject_id: subject.id, action: action }
        told = database[:events].where(about).order(:id).all
        told.empty? ? brought_about(subject, action, database) : told
      end

      # The same of what may have been told here and where it came from: a brought text has papers of both.
      # @return [Array<Hash>]
      def about_anywhere(subject, action, database = Sequel::Model.db)
        about = { subject_type: subject.class.name.split("::").last, subject_id: subject.id, action: action }
        brought_about(subject, action, database) + database[:events].where(about).order(:id).all
      end

      # By the uid: an entry may have come before what it is about.
      def brought_about(subject, action, database)
        type = subject.class.name.split("::").last
        named = subject.columns.include?(:uid) ? { subject_uid: subject.uid } : { subject_id: subject.id }
        database[:carried_events].where(subject_type: type, action: action, **named).order(:id).all
      end
      private_class_method :brought_about

      # The last thing that happened to each of the pulls that something happened to last.
      # @return [Array<Hash>]
      def latest_of_pulls(count, database = Sequel::Model.db)
        last = database[:events].where(subject_type: "Pull", action: OF_PULLS)
                                .where(lot_id: Models::Lot.real.select(:id)).group(:subject_id)
                                .select(Sequel.function(:max,
                                                        :id)).order(Sequel.desc(Sequel.function(:max,
                                                                                                :id))).limit(count)
        ids = last.select_map(Sequel.function(:max, :id))
        database[:events].where(Sequel[:events][:id] => ids)
                         .join(:people, id: Sequel[:events][:person_id]).join(:pulls, id: Sequel[:events][:subject_id])
                         .join(:lots, id: Sequel[:pulls][:lot_id])
                         .select(:action, :at, Sequel[:people][:name].as(:person), Sequel[:pulls][:number].as(:number),
                                 Sequel[:pulls][:id].as(:pull_id), Sequel[:lots][:id].as(:lot_id),
                                 Sequel[:lots][:name].as(:lot),
                                 :display_unit, :measurand, measured(database, :value_si),
                                 measured(database, :resolution_si))
                         .order(Sequel.desc(Sequel[:events][:id])).all
      end

      # Whose hand was the last at each of some lots.
      # @return [Hash{Integer => String}] name by lot
      def last_hands(lot_ids, database = Sequel::Model.db)
        last = database[:events].where(lot_id: lot_ids).group(:lot_id).select(Sequel.function(:max, :id))
        database[:events].where(Sequel[:events][:id] => last).join(:people, id: Sequel[:events][:person_id])
                         .select_hash(Sequel[:events][:lot_id], Sequel[:people][:name])
      end

      def measured(database, column)
        database[:measurements].where(pull_id: Sequel[:pulls][:id])
                               .order(Sequel.desc(:id)).limit(1).select(column).as(column)
      end
      private_class_method :measured
    end
  end
end
