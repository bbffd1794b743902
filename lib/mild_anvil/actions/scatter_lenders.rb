# frozen_string_literal: true

module MildAnvil
  module Actions
    # The earlier lots of a type whose scatter a small lot can borrow, and what those it chose give it.
    module ScatterLenders
      FEWEST = 2

      module_function

      # @return [Array<Hash>] every other lot of the type with a break; because: why one cannot lend
      def list(lot_id:)
        lot = Store::Models::Lot.fetch!(lot_id)
        chosen = chosen(lot)
        Store::Models::Lot.where(item_type: lot.item_type).exclude(id: lot.id).order(Sequel.desc(:id)).eager(:job).all.filter_map { |other| row(other, chosen) }
      end

      # @return [Core::Rating::Borrowed, nil] nil while nothing is borrowed, or nothing of it can be used any more
      def borrowed(lot)
        lots = Store::Models::Lot.where(id: chosen(lot)).order(:id).all
        return if lots.empty?

        samples = lots.to_h { |other| [other, RateLot.sample(other)] }.select { |_, sample| why_not(sample).nil? }
        return if samples.empty?

        Core::Rating::Borrowed.from(samples.values.map(&:breaks_newtons), source: samples.keys.map { |other| "#{other.name} (lot #{other.id})" }.join(", "))
      end

      # @return [String, nil]
      def why_not(sample)
        return "holds more than breaks" unless sample.complete?
        return "has fewer than #{FEWEST} breaks" if sample.count < FEWEST

        "has no scatter at all" if Core::Statistics::Description.of(sample.breaks_newtons).degenerate?
      end

      def chosen(lot) = Store::Models::ScatterLoan.where(lot_id: lot.id).select_map(:from_lot_id)
      private_class_method :chosen

      def row(other, chosen)
        sample = RateLot.sample(other)
        return if sample.breaks_newtons.empty?

        described = Core::Statistics::Description.of(sample.breaks_newtons)
        { id: other.id, name: other.name, customer: other.job.customer, breaks: described.count, mean_newtons: described.mean,
          standard_deviation_newtons: described.standard_deviation, because: why_not(sample), chosen: chosen.include?(other.id) }
      end
      private_class_method :row
    end
  end
end
