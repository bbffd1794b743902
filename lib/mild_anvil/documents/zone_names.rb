# frozen_string_literal: true

module MildAnvil
  module Documents
    # What the places of an item are called: a record keeps their keys.
    module ZoneNames
      module_function

      # @param type [String, nil] key of an item type; @param zone [String] key
      # @return [String] in lower case; of a shop's own type the key, as words
      def of(type, zone) = names.fetch(type.to_s, {}).fetch(zone) { zone.tr("_", " ") }

      def names
        @names ||= Catalogue.item_types.to_h do |row|
          [row[:key], row[:zones].to_h { |key, name, *| [key, name.downcase] }.freeze]
        end.freeze
      end
      private_class_method :names
    end
  end
end
