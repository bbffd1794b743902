# frozen_string_literal: true

module MildAnvil
  module Actions
    # What was worked out lately in this process, under a stamp of all that it rests on; its first part says of what. A
    # newer stamp of the same thing puts the older one away.
    class RecentlySeen
      # @param most [Integer] things that are kept
      def initialize(most)
        @most = most
        @kept = {}
        @lock = Mutex.new
      end

      def key?(stamp) = @lock.synchronize { @kept.key?(stamp) }

      # @param stamp [Array]
      # @yieldreturn [Object] worked out outside the lock
      def fetch(stamp)
        @lock.synchronize { @kept[stamp] } || yield.tap { |made| keep(stamp, made) }
      end

      private

      def keep(stamp, made)
        @lock.synchronize do
          @kept.delete_if { |key, _| key.first == stamp.first }
          @kept.shift while @kept.size >= @most
          @kept[stamp] = made
        end
      end
    end
  end
end
