# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # A starting point for the design factor, with its source.
      DesignFactor = Struct.new(:key, :use, :low, :usual, :high, :source, :note, :check, keyword_init: true)
    end
  end
end
