# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # The lot that a relative-only lot is ranked against: its name and its breaks, SI.
      Reference = Struct.new(:name, :breaks_si, keyword_init: true)
    end
  end
end
