# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      # What a test, or one of its stations, is told before it begins. default: typed text in the first unit, or nil;
      # source: of a figure of a code
      Term = Struct.new(:key, :name, :quantity, :units, :default, :source, keyword_init: true)
    end
  end
end
