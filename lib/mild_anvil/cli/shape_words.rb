# frozen_string_literal: true

require "dry/schema"

module MildAnvil
  module Cli
    # What the shapes of problem files are said in.
    module ShapeWords
      LARGEST = 1.0e15
      # JSON knows one kind of number: 7200 is as good as 7200.0.
      NUMBER = Dry::Types["float"].constructor { |value| value.is_a?(Integer) ? value.to_f : value }
      LIST = Dry::Types["array"].of(NUMBER)
      WITHIN = { gteq?: -LARGEST, lteq?: LARGEST }.freeze
      ABOVE_ZERO = { gt?: 0, lteq?: LARGEST }.freeze
      NOT_BELOW_ZERO = { gteq?: 0, lteq?: LARGEST }.freeze
      SHARE = { gt?: 0, lt?: 1 }.freeze
      COUNT = { gt?: 0, lteq?: 100_000 }.freeze

      # Numbers that may be given, and numbers that must.
      NUMBERS = lambda { |schema, *names, **limits|
        names.each do |name|
          schema.optional(name).filled(NUMBER, **(limits.empty? ? WITHIN : limits))
        end
      }
      NEEDED = ->(schema, *names, **limits) { names.each { |name| schema.required(name).filled(NUMBER, **limits) } }
      LISTS = ->(schema, *names) { names.each { |name| schema.optional(name).value(LIST).each(:float?, **WITHIN) } }
    end
  end
end
