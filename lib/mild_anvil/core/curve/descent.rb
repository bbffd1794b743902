# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # A load that was taken off by a hand or a machine: unloading stretches one after the other.
      #
      # first: the sample at which it began; last: at which it ended; from_newtons, to_newtons: forces there; to_rest:
      # whether nothing was left; gentle: whether it began slower than it went on
      Descent = Struct.new(:first, :last, :from_newtons, :to_newtons, :to_rest, :gentle, keyword_init: true) do
        def drop_share = (from_newtons - to_newtons) / from_newtons
        def cover?(sample) = sample.between?(first, last)
      end
    end
  end
end
