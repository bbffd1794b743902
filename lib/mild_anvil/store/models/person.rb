# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # Somebody who pulls, judges or signs.
      class Person < Sequel::Model(:people)
      end
    end
  end
end
