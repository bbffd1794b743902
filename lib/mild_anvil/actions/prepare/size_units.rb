# frozen_string_literal: true

module MildAnvil
  module Actions
    module Prepare
      # Units that pieces are measured in: lengths, and masses.
      module SizeUnits
        module_function

        # @param role [String] of the dimension; @param symbol [String]
        # @return [Core::Quantity::Unit]
        # @raise [InvalidInput]
        def find!(role, symbol)
          found = role == "mass" ? mass(symbol) : Catalogue.units.of("displacement").find { |u| u.symbol == symbol }
          found || raise(InvalidInput.new("“#{symbol}” is no unit of #{role == 'mass' ? 'mass' : 'length'}",
                                          fields: { unit: "is no such unit" }))
        end

        def mass(symbol)
          kilograms = Core::Instrument::MassUnits.kilograms(symbol)
          kilograms && Core::Quantity::Unit.new(quantity: "mass", symbol: symbol, factor: kilograms)
        end
        private_class_method :mass
      end
    end
  end
end
