# frozen_string_literal: true

module MildAnvil
  module Actions
    # What the palette finds: by words, numbers and codes, among everything that has a name or a remark.
    module FindAnything
      MAX_RESULTS = 20
      MIN_LETTERS = 3

      module_function

      # @return [Hash] lots, jobs, files, pieces, tests, products, named (people, cells, benches, gear), papers, remarks
      def call(query:)
        words = query.to_s.strip
        found = Store::Found.new(words)
        lots, = Store::Rack.page(words: words.split, limit: MAX_RESULTS)
        { lots: lots.map { |row| row.slice(:id, :name, :customer) }, jobs: found.jobs,
          files: files(found, words), pieces: pieces(found, words),
          tests: titled(Store::Models::LongTest.dataset, :title, words),
          products: titled(Store::Models::WatchedProduct.where(retired_at: nil), :name, words),
          named: found.named, papers: Papers::Find.call(words), remarks: found.remarks }
      end

      # All words, in any order.
      def titled(rows, column, words)
        return [] if words.size < MIN_LETTERS

        found = words.split.map { |word| Sequel.ilike(column, "%#{rows.escape_like(word)}%") }
        rows.where(Sequel.&(*found)).reverse(:id).limit(MAX_RESULTS).select_map([:id, column])
            .map { |id, name| { id: id, name: name } }
      end
      private_class_method :titled

      # By its label or its code, whole; then by words of label and note.
      def pieces(found, words)
        return [] if words.empty?

        whole = Prepare::SpecimenCode.find(words, most: MAX_RESULTS).map do |piece|
          { lot_id: piece.lot_id, lot: piece.lot.name, number: piece.number, label: piece.label }
        end
        (whole + found.pieces).uniq { |row| row.slice(:lot_id, :number) }
      end
      private_class_method :pieces

      # By words of their name; by a part in the middle of one where that finds nothing.
      def files(found, words)
        rows = found.files
        return rows if rows.any? || words.size < MIN_LETTERS

        Store::Models::SourceFile.dataset.named(words).limit(MAX_RESULTS).all.map(&:values)
      end
      private_class_method :files
    end
  end
end
