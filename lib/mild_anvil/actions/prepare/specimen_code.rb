# frozen_string_literal: true

module MildAnvil
  module Actions
    module Prepare
      # The code on a label: the lot and the number of the piece. Scanned or typed, it opens the piece from anywhere.
      module SpecimenCode
        FORM = %r{(?:\A|/piece/)(\d{1,9})-(\d{1,6})\z}

        module_function

        # @return [String]
        def of(specimen) = "#{specimen.lot_id}-#{specimen.number}"

        # @param text [String] a code, an address that ends in one, or a label
        # @return [Array<Store::Models::Specimen>] one, or those of that label
        def find(text, most: 20)
          wanted = text.to_s.strip
          lot, number = FORM.match(wanted)&.captures
          return Store::Models::Specimen.where(lot_id: lot.to_i, number: number.to_i).all if lot

          Store::Models::Specimen.where(label: wanted).exclude(label: "").order(Sequel.desc(:id)).limit(most).all
        end

        # @return [Hash] lot_id, specimen, of the one that is meant
        # @raise [NotFound]
        def open(text)
          found = find(text)
          raise NotFound.new("no piece is called “#{text.to_s[0, 80]}”", code: text) if found.empty?

          { lot_id: found.first.lot_id, number: found.first.number, id: found.first.id }
        end
      end
    end
  end
end
