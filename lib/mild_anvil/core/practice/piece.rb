# frozen_string_literal: true

module MildAnvil
  module Core
    module Practice
      # A piece of a lesson. strength_si: what it holds, hidden. shown_si: what is logged or shown at the end of its
      # pull. counts_as: what an honest eye makes of it; why: told afterwards. seen: what lies on the bench. card: the
      # display, where it is to be read and typed. hertz: of a slow logger. part: what gave way. cell: key of what read
      # it.
      Piece = Struct.new(:number, :feature, :strength_si, :shown_si, :counts_as, :why, :seen, :card, :hertz, :part,
                         :group, :cell, keyword_init: true)
    end
  end
end
