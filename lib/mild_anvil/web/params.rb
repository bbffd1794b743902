# frozen_string_literal: true

require "dry/schema"
require "json"

module MildAnvil
  module Web
    # Reads what a request carries; all fields that are wrong are told at once.
    module Params
      LARGEST_BODY_BYTES = 1_000_000

      module_function

      # @param schema [Dry::Schema::JSON]
      # @return [Hash] checked values
      # @raise [InvalidInput] with details[:fields]
      def body(request, schema)
        text = request.body.read(LARGEST_BODY_BYTES).to_s
        given = text.empty? ? {} : JSON.parse(text)
        raise InvalidInput.new("the body must be a JSON object", fields: {}) unless given.is_a?(Hash)

        checked(given, schema)
      rescue JSON::ParserError => e
        raise InvalidInput.new("the body is no JSON: #{e.message[0, 80]}", fields: {})
      end

      def checked(given, schema)
        result = schema.call(given)
        return result.to_h if result.success?

        fields = result.errors.to_h.transform_values { |errors| words(errors) }
        raise InvalidInput.new("#{fields.size == 1 ? 'One field is' : "#{fields.size} fields are"} not right: #{fields.map { |k, v| "#{k.to_s.tr('_', ' ')} #{v}" }.join('; ')}", fields: fields)
      end

      def words(errors)
        return errors.map { |k, v| "#{k}: #{words(v)}" }.join("; ") if errors.is_a?(Hash)

        errors.join(", ").gsub("must be a float", "must be a number")
      end

      # @raise [NotFound] for anything that is no id
      def id(value)
        optional_id(value) || raise(NotFound.new("“#{value}” is no number of anything here", id: value))
      end

      def optional_id(value) = value.to_s.match?(/\A[1-9]\d{0,9}\z/) ? value.to_i : nil

      # @return [Float, nil]
      # @raise [InvalidInput] for text that is no number
      def number(params, name)
        text = params[name].to_s
        return if text.empty?

        value = Float(text, exception: false)
        return value if value&.finite?

        raise InvalidInput.new("#{name} must be a number, not “#{text[0, 20]}”", fields: { name => "must be a number" })
      end

      # What somebody wants to try instead of the lot's own terms.
      def what_if(params)
        { coverage: number(params, :coverage), confidence: number(params, :confidence), factor: number(params, :factor),
          school: params[:school].to_s.empty? ? nil : params[:school].to_s, marking_step: number(params, :marking_step), simulate: params[:simulate] == "true" || nil }.compact
      end
    end
  end
end
