# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # Says what the comma of a cell's readings is, where they do not tell it themselves. The recorder begins its line
      # to that cell anew.
      module SayComma
        module_function

        # @param comma [String] decimal or thousands
        # @raise [NotFound, Conflict] while a pull goes on
        def call(bench_id:, comma:, person_id:)
          person = People.fetch!(person_id)
          Store::Database.write do
            bench = Store::Models::Bench.where(id: bench_id).for_update.first ||
                    raise(NotFound.new("there is no bench #{bench_id}", id: bench_id))
            raise Conflict, "A run is going on at #{bench.name}" if RunStates.busy?(bench.id)

            before = bench.comma
            bench.update(comma: comma)
            Store::Events.record(:say_comma, bench, person_id: person.id, before: { comma: before },
                                                    after: { comma: comma })
          end
        end
      end
    end
  end
end
