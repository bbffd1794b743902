# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # One measured quantity of a curve; its samples lie in chunks.
      class Channel < Sequel::Model(:channels)
      end
    end
  end
end
