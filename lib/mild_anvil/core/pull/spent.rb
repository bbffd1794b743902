# frozen_string_literal: true

module MildAnvil
  module Core
    module Pull
      # Tells when nothing more will come of a pull: it carries on, at so little for so long.
      class Spent
        SHARE = 0.3 # of the highest
        SECONDS = 2.0
        RESOLUTIONS = 20 # the highest was a load at all

        # @param resolution [Float] newtons
        def initialize(resolution) = @resolution = resolution

        # @return [Boolean]
        def now?(reading, highest)
          low = reading.newtons <= SHARE * highest && highest >= RESOLUTIONS * @resolution
          @since = low ? (@since || reading.seconds) : nil
          low && reading.seconds - @since >= SECONDS
        end
      end
    end
  end
end
