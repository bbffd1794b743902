# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      # Which lot a row belongs to, by the references that it has.
      module Lots
        # column => how the lot is found from it
        WAYS = { lot_id: ->(id, _) { id },
                 pull_id: ->(id, db) { db[:pulls].where(id: id).get(:lot_id) },
                 specimen_id: ->(id, db) { db[:specimens].where(id: id).get(:lot_id) },
                 statement_id: ->(id, db) { db[:statements].where(id: id).get(:lot_id) },
                 run_id: ->(id, db) { db[:runs].where(id: id).get(:lot_id) },
                 recording_id: lambda { |id, db|
                   db[:pulls].where(id: db[:recordings].where(id: id).select(:pull_id)).get(:lot_id)
                 },
                 finding_id: lambda { |id, db|
                   found = db[:findings].where(Sequel[:findings][:id] => id).join(:analyses, id: :analysis_id)
                   found.join(:recordings, id: Sequel[:analyses][:recording_id])
                        .join(:pulls, id: Sequel[:recordings][:pull_id]).get(Sequel[:pulls][:lot_id])
                 } }.freeze

        module_function

        # @param values [Hash] with references as they are here
        # @return [Integer, nil]
        def of(_name, values)
          WAYS.each do |column, way|
            id = values[column]
            found = id.is_a?(Integer) && way.call(id, Sequel::Model.db)
            return found if found
          end
          nil
        end
      end
    end
  end
end
