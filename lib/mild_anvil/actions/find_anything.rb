# frozen_string_literal: true

module MildAnvil
  module Actions
    # What the palette finds: lots and pulls by words, numbers and file names.
    module FindAnything
      MAX_RESULTS = 20
      MIN_LETTERS = 3

      module_function

      # @return [Hash] lots, files
      def call(query:)
        words = query.to_s.strip
        lots, = Store::Rack.page(words: words.split, limit: MAX_RESULTS)
        { lots: lots.map { |row| row.slice(:id, :name, :customer) }, files: files(words) }
      end

      def files(words)
        return [] if words.size < MIN_LETTERS

        Store::Models::SourceFile.dataset.named(words).limit(MAX_RESULTS).all.map(&:values)
      end
      private_class_method :files
    end
  end
end
