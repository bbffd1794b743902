# frozen_string_literal: true

module MildAnvil
  module Web
    # The query of a request as the types that its operation names; every wrong one is told at once.
    module CheckedQuery
      BOOLEANS = { "true" => true, "false" => false }.freeze

      module_function

      # @param parameters [Array<Hash>] of the operation
      # @param given [Hash] name => text
      # @return [Hash] symbols for keys; nothing for what was not sent
      # @raise [InvalidInput]
      def call(parameters, given)
        wrong = {}
        values = parameters.filter_map do |parameter|
          text = given[parameter["name"]]
          next if text.to_s.empty?

          [parameter["name"].to_sym, value(plain(text), parameter["schema"])]
        rescue ArgumentError => e
          wrong[parameter["name"].to_sym] = e.message
          nil
        end
        raise InvalidInput.new(sentence(wrong), fields: wrong) if wrong.any?

        values.to_h
      end

      # Rack makes lists and tables of some; a column takes no NUL.
      def plain(text)
        raise ArgumentError, "must be one value" unless text.is_a?(String)
        raise ArgumentError, "must be UTF-8 text" unless text.dup.force_encoding(Encoding::UTF_8).valid_encoding?

        text.delete("\0")
      end
      private_class_method :plain

      def value(text, schema)
        case schema["type"]
        when "boolean" then BOOLEANS.fetch(text) { raise ArgumentError, "must be true or false" }
        when "integer", "number" then number(text, schema)
        else word(text, schema)
        end
      end
      private_class_method :value

      LIMITS = { "minimum" => [:<, "must be at least"], "maximum" => [:>, "must be at most"],
                 "exclusiveMinimum" => [:<=, "must be above"] }.freeze
      private_constant :LIMITS

      def within!(found, schema)
        LIMITS.each do |name, (beyond, words)|
          raise ArgumentError, "#{words} #{schema[name]}" if schema[name] && found.public_send(beyond, schema[name])
        end
      end
      private_class_method :within!

      def number(text, schema)
        integer = schema["type"] == "integer"
        found = integer ? Integer(text, 10, exception: false) : Float(text, exception: false)
        if found.nil? || !found.to_f.finite?
          raise ArgumentError,
                integer ? "must be a whole number" : "must be a number"
        end
        within!(found, schema)
        found
      end
      private_class_method :number

      def word(text, schema)
        if schema["enum"] && !schema["enum"].include?(text)
          raise ArgumentError,
                "must be one of #{schema['enum'].join(', ')}"
        end
        raise ArgumentError, "is not written as it should be" if schema["pattern"] && !text.match?(schema["pattern"])

        text[0, schema["maxLength"] || text.size]
      end
      private_class_method :word

      def sentence(wrong) = wrong.map { |name, words| "#{name} #{words}" }.join("; ")
      private_class_method :sentence
    end
  end
end
