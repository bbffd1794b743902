# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # Pass, fail, cannot tell or not comparable, against what is claimed; with the figures that decided.
      Verdict = Struct.new(:state, :reason, :claim, :claimed_si, :lower_si, :upper_si, :uncertainty_si, :quantity,
                           keyword_init: true)
    end
  end
end
