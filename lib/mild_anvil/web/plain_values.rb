# frozen_string_literal: true

require "time"

module MildAnvil
  module Web
    # JSON as Ruby wants it: symbols for keys, times as times, numbers as they are.
    module PlainValues
      TIMES = %i[pulled_at started_at at checked_at starts_at done_at].freeze

      LARGEST_INTEGER = (2**53) - 1 # beyond it, JSON's readers disagree

      module_function

      # @param value [Object] as parsed
      # @return [Object] the same
      # @raise [InvalidInput] for a number that no column and no other program could hold, or half a letter
      def sound!(value)
        case value
        when Hash then value.each { |key, v| [key, v].each { |part| sound!(part) } }
        when Array then value.each { |v| sound!(v) }
        when Numeric then number!(value)
        when String then half! unless value.valid_encoding?
        end
        value
      end

      def number!(value)
        beyond! unless value.is_a?(Integer) ? value.abs <= LARGEST_INTEGER : value.finite?
      end
      private_class_method :number!

      def beyond! = raise(InvalidInput.new("A number is too large", fields: {}))
      private_class_method :beyond!

      def half! = raise(InvalidInput.new("A text holds half a letter: it is no Unicode", fields: {}))
      private_class_method :half!

      # @raise [InvalidInput]
      def of(value, name = nil)
        case value
        when Hash then value.to_h { |key, v| [key.to_sym, of(v, key.to_sym)] }
        when Array then value.map { |v| of(v) }
        when String then TIMES.include?(name) ? time(value, name) : text(value)
        else value
        end
      end

      # A column takes no NUL, and text that is no UTF-8 was refused by the parser.
      def text(value) = value.delete("\u0000")
      private_class_method :text

      def time(value, name)
        Time.iso8601(value).utc
      rescue ArgumentError
        raise InvalidInput.new("#{name.to_s.tr('_', ' ')} must be a date and a time",
                               fields: { name => "must be a date and a time" })
      end
      private_class_method :time
    end
  end
end
