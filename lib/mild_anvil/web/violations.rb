# frozen_string_literal: true

module MildAnvil
  module Web
    # What a schema finds wrong, in words a person can use, by field.
    module Violations
      WORDS = {
        "required" => ->(_) { "is missing" },
        "enum" => ->(e) { "must be one of #{e['schema']['enum'].compact.join(', ')}" },
        "minimum" => ->(e) { "must be at least #{e['schema']['minimum']}" },
        "maximum" => ->(e) { "must be at most #{e['schema']['maximum']}" },
        "exclusiveMinimum" => ->(e) { "must be above #{e['schema']['exclusiveMinimum']}" },
        "maxLength" => ->(e) { "must have at most #{e['schema']['maxLength']} letters" },
        "minLength" => ->(e) { short(e["schema"]["minLength"]) },
        "maxItems" => ->(e) { "must be at most #{e['schema']['maxItems']}" },
        "minItems" => ->(e) { "must be at least #{e['schema']['minItems']}" },
        "pattern" => ->(_) { "has another form" },
        "format" => ->(_) { "must be a date and a time" },
        "schema" => ->(_) { "is not known here" },
        "oneOf" => ->(_) { "is not of a known form" }
      }.freeze
      TYPES = { "string" => "text", "number" => "a number", "integer" => "a whole number", "boolean" => "true or false",
                "array" => "a list", "object" => "an object" }.freeze

      module_function

      # @param schema [JSONSchemer::Schema]
      # @param given [Object] string keys
      # @raise [InvalidInput] with details[:fields]
      def check!(schema, given)
        raise InvalidInput.new("the body must be a JSON object", fields: {}) unless given.is_a?(Hash)

        fields = {}
        schema.validate(given).each { |error| note(fields, error) }
        return if fields.empty?

        count = fields.size == 1 ? "One field is" : "#{fields.size} fields are"
        raise InvalidInput.new("#{count} not right: #{fields.map do |name, words|
          "#{name.to_s.tr('_', ' ')} #{words}"
        end.join('; ')}",
                               fields: fields)
      end

      def note(fields, error)
        if error["type"] == "required"
          error.dig("details", "missing_keys").each { |key| fields[name(error["data_pointer"], key)] ||= "is missing" }
        else
          fields[name(error["data_pointer"])] ||= words(error)
        end
      end
      private_class_method :note

      def name(pointer, *more) = [*pointer.split("/").drop(1), *more].join(".").to_sym
      private_class_method :name

      def words(error)
        found = WORDS[error["type"]]
        return found.call(error) if found

        types = Array(error["schema"]["type"]).reject { |type| type == "null" }
        "must be #{types.map { |type| TYPES.fetch(type, type) }.join(' or ')}"
      end
      private_class_method :words

      def short(least) = least == 1 ? "must not be empty" : "must have at least #{least} letters"
      private_class_method :short
    end
  end
end
