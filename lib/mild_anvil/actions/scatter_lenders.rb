# frozen_string_literal: true

module MildAnvil
  module Actions
    # The earlier lots of a type whose scatter a small lot can borrow, and what those it chose give it. Only lots of
    # one item type, pulled
    # in one direction and rated in one quantity scatter alike.
    module ScatterLenders
      MIN_BREAKS = 2

      module_function

      # @return [Array<Hash>] every other lot of the type with a break; reason: why one cannot lend
      def list(lot_id:)
        lot = Store::Models::Lot.fetch!(lot_id)
        figures = Figures.of(lot)
        chosen = lot.lender_ids
        candidates(lot).map { |row| shown(row, figures).merge(chosen: chosen.include?(row[:id])) }
      end

      # @return [Array<Hash>] rows of Store::Lenders
      def candidates(lot) = Store::Lenders.for(lot)

      # @return [Core::Rating::Borrowed, nil] nil while nothing is borrowed, or nothing of it can be used any more
      def borrowed(lot)
        ids = lot.lender_ids
        return if ids.empty?

        usable = candidates(lot).select { |row| ids.include?(row[:id]) && why_not(row).nil? }.sort_by { |row| row[:id] }
        return if usable.empty?

        breaks = usable.map { |row| LotFacts.new(Store::Models::Lot.fetch!(row[:id])).sample.breaks_si }
        Core::Rating::Borrowed.from(breaks, source: usable.map { |row| "#{row[:name]} (lot #{row[:id]})" }.join(", "))
      end

      # @return [String, nil]
      def why_not(row)
        return "holds more than breaks" unless row[:breaks_only]
        return "has fewer than #{MIN_BREAKS} breaks" if row[:breaks] < MIN_BREAKS

        "has no scatter at all" unless row[:standard_deviation_si].to_f.positive?
      end

      def shown(row, figures)
        { id: row[:id], name: row[:name], customer: row[:customer], breaks: row[:breaks],
          mean: figures.reading(row[:mean_si]),
          standard_deviation: figures.reading(row[:standard_deviation_si]), reason: why_not(row) }
      end
      private_class_method :shown
    end
  end
end
