# frozen_string_literal: true

module MildAnvil
  module Actions
    module Prepare
      # The ordered steps of pieces: added to many at once, begun, done, taken back.
      module Steps
        MOST_STEPS = 30

        module_function

        # @param specimen_ids [Array<Integer>] of one lot
        # @param steps [Array<Hash>] kind, name, values [{name, text, unit, source}], source, source_text, hours,
        #   capacity, under_load
        # @raise [InvalidInput]
        def add(lot_id:, specimen_ids:, steps:, person_id:, once_key: nil)
          person = People.fetch!(person_id)
          refuse_empty!(specimen_ids, steps)
          request = { lot: lot_id, pieces: specimen_ids, steps: steps }
          OnceOnly.call(once_key, person_id: person.id, action: :add_preparation, request: request) do
            lot = Store::Models::Lot.locked!(lot_id)
            pieces = pieces!(lot, specimen_ids)
            steps.each { |step| one(pieces, step, person) }
            Store::Events.record(:add_preparation, lot, person_id: person.id, lot_id: lot.id,
                                                        after: { specimens: pieces.map(&:number),
                                                                 steps: steps.map { |s| s[:name] } })
            lot.id
          end
        end

        # Begins, ends or re-times the same step on many pieces.
        # @param ids [Array<Integer>] of steps of one lot
        # @param values [Hash] starts_at, done (Boolean), done_at, hours, values
        # @raise [InvalidInput] where an oven holds fewer, or what was done before it began
        def change(lot_id:, ids:, values:, person_id:)
          person = People.fetch!(person_id)
          Store::Database.write do
            lot = Store::Models::Lot.locked!(lot_id)
            rows = rows!(lot, ids)
            columns = columns(values, person)
            rows.each { |row| row.update(columns) }
            refuse_full!(lot, rows)
            refuse_backwards!(rows)
            settle(lot, rows)
            Store::Events.record(:change_preparation, lot, person_id: person.id, lot_id: lot.id,
                                                           after: { steps: rows.map(&:name).uniq,
                                                                    specimens: rows.map { |r| r.specimen.number },
                                                                    **values.transform_values(&:to_s) })
            lot
          end
        end

        def withdraw(lot_id:, ids:, reason:, person_id:)
          person = People.fetch!(person_id)
          if reason.to_s.strip.empty?
            raise InvalidInput.new("Say why it is taken back",
                                   fields: { reason: "is needed" })
          end

          Store::Database.write do
            lot = Store::Models::Lot.locked!(lot_id)
            rows = rows!(lot, ids)
            rows.each { |row| row.update(withdrawn_at: Time.now, withdrawn_reason: reason.strip) }
            settle(lot, rows)
            Store::Events.record(:withdraw_preparation, lot, person_id: person.id, lot_id: lot.id,
                                                             after: { steps: rows.map(&:name), reason: reason.strip })
            lot
          end
        end

        # @return [Array<Store::Models::Preparation>] in force, of these pieces, in order
        def of(specimen_ids)
          Store::Models::Preparation.where(specimen_id: specimen_ids, withdrawn_at: nil).order(:specimen_id, :position)
                                    .eager(:done_by, :person).all
        end

        # @return [Core::Prepare::Schedule::Step]
        def core(row)
          Core::Prepare::Schedule::Step.new(name: row.name, position: row.position, hours: row.hours,
                                            starts_at: row.starts_at, done_at: row.done_at, capacity: row.capacity,
                                            piece: row.specimen_id)
        end

        # A piece whose steps are all done is prepared; one that was and is no longer, is not.
        def settle(_lot, rows)
          rows.map(&:specimen_id).uniq.each do |id|
            specimen = Store::Models::Specimen[id]
            ready = Core::Prepare::Schedule.new(of([id]).map { |row| core(row) }).ready?(Time.now)
            state, from = ready ? ["prepared", %w[planned here]] : ["here", %w[prepared]]
            specimen.update(state: state, version: specimen.version + 1) if from.include?(specimen.state)
          end
        end
        private_class_method :settle

        def one(pieces, step, person)
          batch = ULID.generate
          pieces.each do |piece|
            last = Store::Models::Preparation.where(specimen_id: piece.id).max(:position) || 0
            Store::Models::Preparation.create(
              batch: batch, specimen_id: piece.id, position: last + 1, person_id: person.id, kind: step[:kind],
              name: step[:name].strip, content: values!(step), source: step[:source] || "own",
              source_text: step[:source_text].to_s, hours: step[:hours]&.to_f, capacity: step[:capacity],
              under_load: step[:under_load] || false
            )
          end
        end
        private_class_method :one

        def values!(step)
          raise InvalidInput.new("A step has a name", fields: { steps: "need names" }) if step[:name].to_s.strip.empty?

          step[:values].to_a.reject { |value| value[:text].to_s.strip.empty? }
                       .map { |value| value.slice(:name, :text, :unit, :source) }
        end
        private_class_method :values!

        def columns(values, person)
          found = values.slice(:starts_at, :hours)
          found[:content] = values[:values].reject { |v| v[:text].to_s.strip.empty? } if values[:values]
          return found unless values.key?(:done)

          at = values[:done] ? (values[:done_at] || Time.now) : nil
          found.merge(done_at: at, done_by_id: at && person.id)
        end
        private_class_method :columns

        def refuse_empty!(specimen_ids, steps)
          if specimen_ids.empty?
            raise InvalidInput.new("Choose the pieces first",
                                   fields: { specimen_ids: "are needed" })
          end
          return if steps.size.between?(1, MOST_STEPS)

          raise InvalidInput.new("1 to #{MOST_STEPS} steps at once", fields: { steps: "are needed" })
        end
        private_class_method :refuse_empty!

        def pieces!(lot, ids)
          rows = lot.specimens_dataset.where(id: ids).order(:number).all
          return rows if rows.size == ids.uniq.size

          raise NotFound.new("this lot has no such specimen", ids: ids - rows.map(&:id))
        end
        private_class_method :pieces!

        def rows!(lot, ids)
          rows = Store::Models::Preparation.where(id: ids, withdrawn_at: nil,
                                                  specimen_id: lot.specimens_dataset.select(:id)).for_update.all
          raise NotFound.new("there is no such step", ids: ids) if rows.size != ids.uniq.size

          rows
        end
        private_class_method :rows!

        # Of the same name in every lot: one oven is one oven.
        def refuse_full!(_lot, rows)
          rows.select(&:capacity).group_by(&:name).each do |name, own|
            inside = Store::Models::Preparation.where(name: name, withdrawn_at: nil, done_at: nil)
                                               .exclude(starts_at: nil).all
            most = Core::Prepare::Schedule.most_at_once(inside.map { |row| core(row) })
            holds = own.map(&:capacity).min
            next if most <= holds

            raise InvalidInput.new("#{name} holds #{holds}; #{most} would be in it at once",
                                   fields: { starts_at: "is too full then" })
          end
        end
        private_class_method :refuse_full!

        def refuse_backwards!(rows)
          wrong = rows.find { |row| row.starts_at && row.done_at && row.done_at < row.starts_at }
          return if wrong.nil?

          raise InvalidInput.new("#{wrong.name} would end before it began",
                                 fields: { done_at: "lies before the start" })
        end
        private_class_method :refuse_backwards!
      end
    end
  end
end
