# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What the use demands, from whom, and the band in which the realised factor should lie.
      Requirement = Struct.new(:newtons, :measure, :source, :factor_low, :factor_high, keyword_init: true)
    end
  end
end
