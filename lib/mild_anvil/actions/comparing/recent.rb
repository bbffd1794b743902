# frozen_string_literal: true

module MildAnvil
  module Actions
    module Comparing
      # The last few comparisons of this process under the hash of what they follow from: looking at one again, or
      # setting another lot against it, computes nothing twice.
      module Recent
        MOST = 16

        @kept = {}
        @guard = Mutex.new

        module_function

        # @param key [Array]
        # @yieldreturn [Object]
        def fetch(key)
          found = @guard.synchronize { @kept.delete(key)&.tap { |value| @kept[key] = value } }
          return found if found

          yield.tap { |value| keep(key, value) }
        end

        def keep(key, value)
          @guard.synchronize do
            @kept[key] = value
            @kept.delete(@kept.keys.first) while @kept.size > MOST
          end
        end
        private_class_method :keep
      end
    end
  end
end
