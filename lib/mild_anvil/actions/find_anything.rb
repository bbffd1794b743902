# frozen_string_literal: true

module MildAnvil
  module Actions
    # What the palette finds: lots and pulls by words, numbers and file names.
    module FindAnything
      MOST = 20

      module_function

      # @return [Hash] lots, files
      def call(query:)
        lots = ListLots.call(query: query)[:jobs].flat_map { |job| job[:lots].map { |lot| { id: lot[:id], name: lot[:name], customer: job[:customer] } } }
        { lots: lots.first(MOST), files: files(query) }
      end

      def files(query)
        return [] if query.to_s.strip.size < 3

        db = Sequel::Model.db
        db[:source_files].join(:curves, source_file_id: :id).join(:pulls, id: :pull_id)
                         .where(Sequel.ilike(Sequel[:source_files][:name], "%#{db[:source_files].escape_like(query.strip)}%")).limit(MOST)
                         .select(Sequel[:source_files][:name].as(:name), Sequel[:pulls][:id].as(:pull_id), Sequel[:pulls][:lot_id].as(:lot_id)).all
      end
      private_class_method :files
    end
  end
end
