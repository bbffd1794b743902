# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # Pass, fail, cannot tell or not comparable, against what is claimed; with the figures that decided.
      Verdict = Struct.new(:state, :because, :claimed_newtons, :lower_newtons, :upper_newtons, :uncertainty_newtons, :quantity, keyword_init: true)
    end
  end
end
