# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # The specimens of a lot as a list: made by a pattern, changed, marked as trials, held back or gone.
      module SpecimenList
        MOST = 1000
        COLUMNS = %i[label state trial parent position side direction map_x map_y note].freeze

        module_function

        # @return [Array<Hash>] with what was pulled of each; pulled is a state of its own
        def show(lot_id:)
          lot = Store::Models::Lot.fetch!(lot_id)
          pulled = Store::Models::Pull.where(lot_id: lot.id).join(:features, id: :feature_id)
                                      .group_and_count(:specimen_id).as_hash(:specimen_id, :count)
          place = place(lot)
          lot.specimens_dataset.eager(:features).all.map do |row|
            row.values.slice(:id, :number, :version, *COLUMNS)
               .merge(features: row.features.map(&:name), pulls: pulled.fetch(row.id, 0), place: place[row.id]&.first,
                      block: place[row.id]&.last, shown_state: shown_state(row, pulled))
          end
        end

        def shown_state(row, pulled) = pulled.key?(row.id) && row.state != "gone" ? "pulled" : row.state
        private_class_method :shown_state

        def place(lot)
          order = PieceOrder.order(lot) or return {}
          order.rows.to_h { |row| [row.specimen_id, [row.position, row.block]] }
        end
        private_class_method :place

        # @param count [Integer] of new ones
        # @param pattern [String] for their labels, such as HB-{n:2}
        # @param features [Array<String>, nil] nil: those of the item type
        # @return [Array<Store::Models::Specimen>]
        # @raise [InvalidInput]
        def add(lot_id:, count:, person_id:, pattern: "", features: nil, state: "planned", once_key: nil)
          person = People.fetch!(person_id)
          numbering = Core::Plan::Numbering.new(pattern)
          request = { lot: lot_id, count: count, pattern: pattern }
          OnceOnly.call(once_key, person_id: person.id, action: :add_specimens, request: request) do
            lot = Store::Models::Lot.locked!(lot_id)
            last = lot.specimens_dataset.max(:number) || 0
            refuse_too_many!(lot, count)
            rows = ((last + 1)..(last + count)).map do |number|
              { number: number, label: pattern.to_s.strip.empty? ? "" : numbering.label(number), state: state }
            end
            make(lot, rows, features, person, :add_specimens).last.id
          end
          Store::Models::Specimen.where(lot_id: lot_id).order(Sequel.desc(:number)).limit(count).all.reverse
        end

        # @param rows [Array<Hash>] number (nil: the next free one) and any of COLUMNS, features
        # @raise [InvalidInput] naming doubled numbers and labels
        def take_in(lot_id:, rows:, person_id:)
          person = People.fetch!(person_id)
          Store::Database.write do
            lot = Store::Models::Lot.locked!(lot_id)
            refuse_too_many!(lot, rows.size)
            make(lot, SpecimenRows.numbered(rows, lot), nil, person, :import_specimens)
          end
        end

        def make(lot, rows, features, person, action)
          refuse_doubled!(lot, rows)
          names = features || Library.item_type(lot.item_type).features
          made = rows.map do |row|
            specimen = Store::Models::Specimen.create(lot_id: lot.id, **row.slice(:number, *COLUMNS))
            (row[:features] || names).uniq.each do |name|
              Store::Models::Feature.create(specimen_id: specimen.id, name: name)
            end
            specimen
          end
          Store::Events.record(action, lot, person_id: person.id, lot_id: lot.id,
                                            after: { numbers: rows.map { |r| r[:number] }, features: names })
          RefreshLot.call(lot)
          made
        end
        private_class_method :make

        def refuse_too_many!(lot, count)
          return if lot.specimens_dataset.count + count <= MOST

          raise InvalidInput.new("A lot holds at most #{MOST} specimens", fields: { count: "are too many" })
        end
        private_class_method :refuse_too_many!

        def refuse_doubled!(lot, rows)
          labels = rows.filter_map { |row| row[:label] unless row[:label].to_s.empty? }
          numbers = rows.map { |row| row[:number] }
          doubled = doubled(numbers, lot.specimens_dataset.where(number: numbers).select_map(:number), "number") +
                    doubled(labels, lot.specimens_dataset.where(label: labels).select_map(:label), "label")
          return if doubled.empty?

          raise InvalidInput.new("#{doubled.join('; ')}. Nothing was taken in", fields: { rows: doubled.join("; ") })
        end
        private_class_method :refuse_doubled!

        def doubled(given, there, word)
          twice = given.tally.select { |_, n| n > 1 }.keys
          (twice.map { |v| "#{word} #{v} stands twice" } + (there - twice).map { |v| "#{word} #{v} is taken" })
        end
        private_class_method :doubled

        # @param ids [Array<Integer>] of one lot
        # @param values [Hash] any of COLUMNS
        # @raise [InvalidInput] for a trial mark or a removal that would change what was judged without a reason
        def change(lot_id:, ids:, values:, person_id:, reason: "")
          person = People.fetch!(person_id)
          Store::Database.write do
            lot = Store::Models::Lot.locked!(lot_id)
            rows = lot.specimens_dataset.where(id: ids).for_update.all
            raise NotFound.new("this lot has no such specimen", ids: ids - rows.map(&:id)) if rows.size < ids.uniq.size

            check!(lot, rows, values, reason)
            rows.each { |row| row.update(version: row.version + 1, **values) }
            Store::Events.record(:change_specimens, lot, person_id: person.id, lot_id: lot.id,
                                                         before: { specimens: rows.map do |r|
                                                           r.values.slice(:number, *values.keys)
                                                         end },
                                                         after: { **values, reason: reason.to_s })
            RefreshLot.call(lot)
            rows
          end
        end

        # Marking a piece as a trial after it was judged takes it out of the rating: that needs a reason.
        def check!(lot, rows, values, reason)
          refuse_doubled_label!(lot, rows, values[:label]) if values.key?(:label)
          return unless values.key?(:trial) && reason.to_s.strip.empty?

          judged = Store::Models::Judgement.in_force(lot.id).map { |j| j.pull.feature.specimen_id }
          changed = rows.select { |row| row.trial != values[:trial] && judged.include?(row.id) }
          return if changed.empty?

          raise InvalidInput.new("Specimen #{changed.map(&:number).join(', ')} was judged: making it a trial, or " \
                                 "none " \
                                 "any more, needs a reason", fields: { reason: "is needed" })
        end
        private_class_method :check!

        def refuse_doubled_label!(lot, rows, label)
          return if label.to_s.empty?

          taken = lot.specimens_dataset.where(label: label).exclude(id: rows.map(&:id))
          return if rows.one? && taken.empty?

          raise InvalidInput.new("The label #{label} would stand twice", fields: { label: "stands twice" })
        end
        private_class_method :refuse_doubled_label!

        # Only what was never pulled nor loaded can be struck from the list.
        def remove(lot_id:, ids:, person_id:)
          person = People.fetch!(person_id)
          Store::Database.write do
            lot = Store::Models::Lot.locked!(lot_id)
            rows = lot.specimens_dataset.where(id: ids).eager(:features).all
            features = rows.flat_map { |row| row.features.map(&:id) }
            refuse_used!(rows, features)
            numbers = rows.map(&:number)
            Store::Models::Feature.where(id: features).delete
            Store::Models::Specimen.where(id: rows.map(&:id)).delete
            Store::Events.record(:remove_specimens, lot, person_id: person.id, lot_id: lot.id,
                                                         before: { numbers: numbers })
            RefreshLot.call(lot)
          end
        end

        USED = [[Store::Models::Pull, :feature_id], [Store::Models::Load, :feature_id]].freeze
        private_constant :USED
        ON_PIECES = [Store::Models::Guess, Store::Models::EarlierVerdict, Store::Models::TestResult,
                     Store::Models::PullOrderRow].freeze
        private_constant :ON_PIECES

        def refuse_used!(rows, features)
          used = USED.any? { |model, column| !model.where(column => features).empty? } ||
                 ON_PIECES.any? { |model| !model.where(specimen_id: rows.map(&:id)).empty? }
          return unless used

          raise Conflict, "A specimen that was pulled, loaded, looked at or put into an order stays: mark it as gone"
        end
        private_class_method :refuse_used!
      end
    end
  end
end
