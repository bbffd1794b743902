# frozen_string_literal: true

module MildAnvil
  module Core
    module Statistics
      # Remembers the latest results of a pure function: a rating asks for the same few factors again and again.
      class Memo
        MOST = 2000

        def initialize
          @results = {}
          @lock = Mutex.new
        end

        # @return the block's result for these arguments, computed once
        def fetch(arguments)
          @lock.synchronize { return @results[arguments] if @results.key?(arguments) }
          result = yield
          @lock.synchronize do
            @results.shift if @results.size >= MOST
            @results[arguments] = result
          end
        end
      end
    end
  end
end
