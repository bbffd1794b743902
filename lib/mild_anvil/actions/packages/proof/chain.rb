# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      module Proof
        # The chain of events, as far as it is in a package: no two come after one, and nothing is left out of
        # everything.
        module Chain
          module_function

          # @param contents [Devices::Package::Contents]
          # @return [Array<String>]
          def problems(contents)
            rows = contents.rows(:events)
            return ["its journal goes on in two ways from one entry"] if forked?(rows)

            own = contents.ours["own_events"]
            contents.ours["scope"] == "everything" && own.is_a?(Integer) ? left_out(rows.last(own), own) : []
          end

          # What was written where the package comes from is one stretch from its beginning to its end.
          def left_out(rows, count)
            before = [Store::Events::START, *rows.map { |row| row[:sha256] }]
            whole = rows.size == count && rows.map { |row| row[:previous_sha256] } == before.first(count)
            whole ? [] : ["an entry of its journal is missing"]
          end
          private_class_method :left_out

          def forked?(rows)
            before = rows.map { |row| row[:previous_sha256] } - [Store::Events::START]
            before.uniq.size < before.size
          end
          private_class_method :forked?
        end
      end
    end
  end
end
