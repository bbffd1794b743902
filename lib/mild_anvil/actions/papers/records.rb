# frozen_string_literal: true

module MildAnvil
  module Actions
    module Papers
      # Where the record of a paper is shown.
      module Records
        M = Store::Models
        # model, and its page
        PLACES = {
          M::Statement => ->(row) { "/lots/#{row.lot_id}/papers" },
          M::Lot => ->(row) { "/lots/#{row.id}/papers" },
          M::Run => lambda { |row|
            row.pull_id ? "/lots/#{row.lot_id}/judge?pull=#{row.pull_id}" : "/lots/#{row.lot_id}/pull"
          },
          M::InstrumentCheck => ->(row) { "/benches/cells/#{row.instrument_id}" },
          M::Conclusion => ->(row) { "/lots/#{row.lot_id}/compare" },
          M::LongReport => ->(row) { "/tests/#{row.test_id}" }
        }.freeze

        module_function

        # @param uid [String]
        # @return [String] a path of the application
        # @raise [NotFound]
        def path(uid)
          PLACES.each do |model, place|
            row = model.first(uid: uid)
            return place.call(row) if row
          end
          raise NotFound.new("There is no record of this code here: another installation made this paper", uid: uid)
        end
      end
    end
  end
end
