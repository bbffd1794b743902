# frozen_string_literal: true

require "time"

module MildAnvil
  module Web
    # JSON as Ruby wants it: symbols for keys, times as times, numbers as they are.
    module PlainValues
      TIMES = %i[pulled_at at].freeze

      module_function

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
