# frozen_string_literal: true

module MildAnvil
  module Actions
    # Who did what to a lot, the newest first; and whether the chain of all events is whole.
    module ListEvents
      PAGE = 50

      module_function

      MOST_BROUGHT = 200

      # @return [Hash] events, total; brought: what had been done to the lot before a package brought it
      # @raise [NotFound]
      def call(lot_id: nil, page: 1)
        Store::Models::Lot.fetch!(lot_id) if lot_id
        rows = Store::Journal.events(lot_id)
        { events: rows.limit(PAGE, (page - 1) * PAGE).all.map { |row| event(row) }, total: rows.count, page: page,
          brought: lot_id ? brought(lot_id) : [] }
      end

      def brought(lot_id)
        Store::Journal.brought(lot_id).first(MOST_BROUGHT).map { |row| row.slice(:uid, :at, :person, :action, :sha256) }
      end
      private_class_method :brought

      def event(row)
        { **row.slice(:uid, :at, :person, :action, :subject_type, :subject_id, :lot_id, :sha256),
          before: JSON.parse(row[:before]), after: JSON.parse(row[:after]) }
      end
      private_class_method :event

      # @return [Hash] whole: true, or the id of the first event that is not what was written
      def check
        broken = Store::Events.first_broken(Sequel::Model.db)
        { whole: broken.nil?, broken_id: broken }
      end
    end
  end
end
