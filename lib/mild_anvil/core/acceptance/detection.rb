# frozen_string_literal: true

module MildAnvil
  module Core
    module Acceptance
      # Earlier visual or non-destructive verdicts against what destroying the piece showed.
      module Detection
        # rejected and weak: hits; accepted and weak: misses; rejected and strong: false calls; accepted and strong
        Table = Struct.new(:hits, :misses, :false_calls, :cleared, keyword_init: true) do
          def weak = hits + misses
          def sound = false_calls + cleared
          def found_share = weak.zero? ? nil : hits.fdiv(weak)

          def sentence
            return "No piece has both an earlier verdict and a result yet." if (weak + sound).zero?
            return "No piece turned out weak: what the earlier look finds cannot be said. #{calls}" if weak.zero?

            "The earlier look found #{hits} of #{weak} weak pieces and missed #{misses}. #{calls}"
          end

          def calls = "It rejected #{false_calls} of #{sound} sound ones."
        end

        module_function

        # @param pairs [Array<Array(Boolean, Boolean)>] rejected before?, failed when destroyed?
        # @return [Table]
        def table(pairs)
          counts = pairs.tally
          Table.new(hits: counts.fetch([true, true], 0), misses: counts.fetch([false, true], 0),
                    false_calls: counts.fetch([true, false], 0), cleared: counts.fetch([false, false], 0))
        end
      end
    end
  end
end
