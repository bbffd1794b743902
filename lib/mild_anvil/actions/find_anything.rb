# frozen_string_literal: true

module MildAnvil
  module Actions
    # What the palette finds: lots and pulls by words, numbers and file names.
    module FindAnything
      MAX_RESULTS = 20
      MIN_LETTERS = 3

      module_function

      # @return [Hash] lots, files, pieces, tests, products
      def call(query:)
        words = query.to_s.strip
        lots, = Store::Rack.page(words: words.split, limit: MAX_RESULTS)
        { lots: lots.map { |row| row.slice(:id, :name, :customer) }, files: files(words),
          pieces: pieces(words), tests: named(Store::Models::LongTest.dataset, :title, words),
          products: named(Store::Models::WatchedProduct.where(retired_at: nil), :name, words) }
      end

      # All words, in any order.
      def named(rows, column, words)
        return [] if words.size < MIN_LETTERS

        found = words.split.map { |word| Sequel.ilike(column, "%#{rows.escape_like(word)}%") }
        rows.where(Sequel.&(*found)).reverse(:id).limit(MAX_RESULTS).select_map([:id, column])
            .map { |id, name| { id: id, name: name } }
      end
      private_class_method :named

      # By its label or its code, whole.
      def pieces(words)
        return [] if words.empty?

        Prepare::SpecimenCode.find(words, most: MAX_RESULTS).map do |piece|
          { lot_id: piece.lot_id, lot: piece.lot.name, number: piece.number, label: piece.label }
        end
      end
      private_class_method :pieces

      def files(words)
        return [] if words.size < MIN_LETTERS

        Store::Models::SourceFile.dataset.named(words).limit(MAX_RESULTS).all.map(&:values)
      end
      private_class_method :files
    end
  end
end
