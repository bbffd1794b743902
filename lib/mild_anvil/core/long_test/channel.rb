# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      # What is read in a kind of long test. quantity: of its unit; units: that it may be typed in, the usual one
      # first; needed: whether a reading without it is none; signed: whether it may lie below nothing; above_zero:
      # whether nothing is no value; choices: words instead of a number, from the lowest value on
      Channel = Struct.new(:key, :name, :quantity, :units, :needed, :signed, :above_zero, :choices, keyword_init: true)
    end
  end
end
