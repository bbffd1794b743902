# frozen_string_literal: true

module MildAnvil
  module Actions
    # What the palette finds: lots and pulls by words, numbers and file names.
    module FindAnything
      MAX_RESULTS = 20
      MIN_LETTERS = 3

      module_function

      # @return [Hash] lots, files, pieces
      def call(query:)
        words = query.to_s.strip
        lots, = Store::Rack.page(words: words.split, limit: MAX_RESULTS)
        { lots: lots.map { |row| row.slice(:id, :name, :customer) }, files: files(words),
          pieces: pieces(words) }
      end

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
