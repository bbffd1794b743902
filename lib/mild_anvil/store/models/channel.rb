# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One measured quantity of a recording; its samples lie in chunks, as the logger wrote them.
      class Channel < Sequel::Model(:channels)
        # @param reading [Float] as the logger wrote it, SI
        # @return [Float] above its zero, in the sense of loading
        def net(reading) = (reading * loading_sign) - zero_si
      end
    end
  end
end
