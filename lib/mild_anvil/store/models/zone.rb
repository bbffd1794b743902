# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A place of an item that can fail, with where its ring sits on the sketch.
      class Zone < Sequel::Model(:zones)
      end
    end
  end
end
