# frozen_string_literal: true

module MildAnvil
  module Core
    module Judgement
      # What was judged: the value that stands from now on, and whether everything is said.
      Judged = Struct.new(:counts_as, :value_si, :upper_si, :complete, keyword_init: true)
    end
  end
end
