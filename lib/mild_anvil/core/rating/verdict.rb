# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # Pass, fail, cannot tell or not comparable, against what is claimed; with the figures that decided.
      #
      # sure_share: how sure it is that what is claimed is met; wrong: by how much a verdict would be wrong, in words.
      Verdict = Struct.new(:state, :reason, :claim, :claimed_si, :lower_si, :upper_si, :uncertainty_si, :quantity,
                           :sure_share, :wrong, keyword_init: true)
    end
  end
end
