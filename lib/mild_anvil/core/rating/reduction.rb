# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What one condition of use leaves of a limit; 0: it is not used so at all. kind: bend, edge, knot, splice or
      # temperature.
      Reduction = Struct.new(:key, :kind, :name, :factor, :note, keyword_init: true)
    end
  end
end
