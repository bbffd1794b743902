# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      # What had been done before a package brought it: kept beside the chain of here, with the hashes that it had
      # there.
      module CarriedEvents
        SLICE = 500
        Journal = Store::CarriedJournal

        module_function

        # @param contents [Devices::Package::Contents]
        # @return [Array<String>] entries that are not what was written
        def problems(contents)
          harmed = contents.rows(:events).count { |row| !Journal.sound?(row) }
          harmed.zero? ? [] : ["#{harmed} entries of its journal are not what was written"]
        end

        # @param package [Store::Models::Package]
        def keep(contents, merge, package)
          rows = contents.rows(:events).map do |row|
            { **row, package_id: package.id, lot_id: row[:lot_id] && merge.here(:lots, row[:lot_id]),
                     person_id: merge.here(:people, row[:person_id]),
                     subject_id: Journal.subject_id(row[:subject_type], row[:subject_uid]) }
          end
          rows.each_slice(SLICE) { |slice| Sequel::Model.db[:carried_events].insert_ignore.multi_insert(fresh(slice)) }
        end

        # Those of this installation come home: they stand in its own chain.
        def fresh(rows)
          own = Sequel::Model.db[:events].where(uid: rows.map { |row| row[:uid] }).select_map(:uid)
          rows.reject { |row| own.include?(row[:uid]) }
        end
        private_class_method :fresh
      end
    end
  end
end
