# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      module Proof
        # What the journal of a package tells, by what it is about.
        class Told
          # @param contents [Devices::Package::Contents]
          def initialize(contents)
            @events = contents.rows(:events).group_by { |row| row.values_at(:subject_type, :action, :subject_uid) }
          end

          # @param type [String]; @param action [String]; @param uid [String]
          # @yieldparam event [Hash]; @yieldparam after [Hash] what it told, string keys
          # @return [Boolean] whether one of them is what the block wants
          def any?(type, action, uid)
            @events.fetch([type, action, uid], []).any? { |row| yield row, JSON.parse(row[:after]) }
          end
        end
      end
    end
  end
end
