# frozen_string_literal: true

module MildAnvil
  module Actions
    # What a pull from a file and a typed one have in common: its specimen, its feature, its number, its time.
    module NewPull
      module_function

      # @param lot [Store::Models::Lot] locked by the caller's transaction
      # @param pulled_at [Time, nil] when it was pulled, if that was not now
      # @param instrument_id [Integer, nil] that read it; nil: the one that counts on the plan's bench
      # @param display [String, nil] holds (the highest), follows (the load), locks (when steady)
      # @param zeros [Hash] before, after: newtons, as a display showed them
      # @return [Store::Models::Pull]
      # @raise [InvalidInput] for a time that has not come yet
      def call(lot:, person_id:, origin:, specimen_number: nil, feature_name: nil, note: "", pulled_at: nil,
               instrument_id: nil, zeros: {}, display: nil)
        refuse_future!(pulled_at)
        number = (Store::Models::Pull.where(lot_id: lot.id).max(:number) || 0) + 1
        specimen_number ||= following(lot)
        feature_name = default_feature(lot) if feature_name.to_s.strip.empty?
        feature = Store::Models::Specimen.feature_for(lot.id, specimen_number, feature_name.strip)
        said = Prepare::PieceState.words(lot, specimen_number, at: pulled_at || Time.now)
        pull = Store::Models::Pull.create(lot_id: lot.id, feature_id: feature.id, number: number, person_id: person_id,
                                          origin: origin, display_kind: display,
                                          note: note.to_s, pulled_at: pulled_at || Time.now,
                                          piece_warnings: (JSON.generate(said) if said.any?))
        stood_in_line(lot, pull)
        Chain::ChooseInstruments.call(pull, lot, instrument_id: instrument_id, zeros: zeros)
        pull
      end

      # The next listed piece in the planned order; where none is left, a new one.
      def following(lot)
        listed = Planning::PieceOrder.unpulled(lot).first
        listed ? listed.number : (Store::Models::Specimen.where(lot_id: lot.id).max(:number) || 0) + 1
      end

      # The gear that the plan in force has in line is counted with every pull.
      def stood_in_line(lot, pull)
        return if lot.job.practice?

        ids = Store::Models::Plan.of(lot.id)&.content_h.to_h[:train].to_a.filter_map { |link| link[:gear_id] }.uniq
        ids.each { |id| Store::Models::GearLoad.create(gear_id: id, pull_id: pull.id) }
      end

      AHEAD_SECONDS = 60 # clocks differ by so much

      def refuse_future!(pulled_at)
        return if pulled_at.nil? || pulled_at <= Time.now + AHEAD_SECONDS

        raise InvalidInput.new("A pull lies in the past", fields: { pulled_at: "has not come yet" })
      end

      def default_feature(lot) = Library.item_type(lot.item_type).features.first
      private_class_method :default_feature, :following, :stood_in_line
    end
  end
end
