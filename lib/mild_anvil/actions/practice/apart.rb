# frozen_string_literal: true

module MildAnvil
  module Actions
    module Practice
      # Keeps what is practised apart from what is real: the two are never put together, and no real instrument, bench
      # or gear has anything of it on its record.
      module Apart
        WORDS = "What is practised is never put together with what is real"

        module_function

        # @param lots [Array<Store::Models::Lot>]
        # @raise [InvalidInput]
        def together!(*lots)
          return if lots.map { |lot| lot.job.practice? }.uniq.size < 2

          raise InvalidInput.new(WORDS, fields: { lots: "are of both" })
        end

        # @raise [Conflict] for a lot of practice
        def real!(lot, what)
          raise Conflict, "#{what}: this lot is practice" if lot.job.practice?
        end
      end
    end
  end
end
