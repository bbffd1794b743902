# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # Which machine answers at the address of a bench, by its own words. Another one than last time is asked about
      # before it moves.
      module Machine
        module_function

        # @param confirmed [String, nil] the identity that a person saw and said yes to
        # @return [String, nil] of the machine that is meant; nil where it does not say
        # @raise [Conflict] where another one answers, and nobody said that it is meant
        def meant!(bench, confirmed)
          now = RecorderLine.ask(bench.id, "shown")[:machine]
          return now if now.nil?

          known = bench.identity
          unless known.nil? || known == now || confirmed == now
            raise Conflict.new("At the address of #{bench.name} answers another machine than before: #{now}, not " \
                               "#{known}. Say that it is meant, or correct the address", machine: now, before: known)
          end
          Store::Models::Bench.where(id: bench.id).update(identity: now) unless known == now
          now
        end
      end
    end
  end
end
