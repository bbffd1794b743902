# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      # Cells and checks that a package brought: a verdict follows from its readings, and how a cell stands from the
      # checks that count here, not from what its row says.
      module Cells
        module_function

        # @param cells [Array<Integer>]; @param checks [Array<Integer>] new here
        # @raise [InvalidInput] for a check whose verdict does not follow, whoever vouches for it
        def settle(cells, checks)
          found = Store::Models::InstrumentCheck.where(id: checks).order(:id).all
          found.each { |check| refuse!(check) }
          (cells + found.map(&:instrument_id)).uniq.sort.each do |id|
            Chain::RefreshInstrument.call(Store::Models::Instrument.locked!(id))
          end
        end

        def refuse!(check)
          why = Verify::Checks.against(check) or return
          words = "the check of #{check.instrument.name}: #{why}"
          raise InvalidInput.new("This package is not taken: #{words}", fields: { file: words })
        end
        private_class_method :refuse!
      end
    end
  end
end
