# frozen_string_literal: true

require "json"

module MildAnvil
  module Web
    # What a request carries, held against its operation: path and query as the types they are, the body with symbols
    # for keys.
    class CheckedRequest
      MAX_BODY_BYTES = 1_000_000
      ID = /\A[1-9]\d{0,9}\z/
      ONCE_HEADER = "HTTP_IDEMPOTENCY_KEY"

      attr_reader :path, :query, :body, :once_key

      # @param operation [Operation]
      # @param request [Rack::Request]
      # @param params [Hash] of the path
      # @raise [NotFound] for an id that is none; [InvalidInput] with every wrong field at once
      def initialize(operation, request, params)
        @operation = operation
        ContentKind.check!(request, operation.content_types)
        @path = operation.parameters("path").to_h do |parameter|
          [parameter["name"].to_sym, path_value(parameter, params)]
        end
        @query = CheckedQuery.call(operation.parameters("query"), request.GET)
        @body = operation.body_schema ? read_body(request) : {}
        @once_key = once_key_of(request)
      end

      def id = path.fetch(:id)

      private

      def path_value(parameter, params)
        text = params[parameter["name"]].to_s.dup.force_encoding(Encoding::UTF_8).scrub("?")
        words, form, long = parameter["schema"].values_at("enum", "pattern", "maxLength")
        return text if words&.include?(text)
        return text if form && text.length <= long && Regexp.new(form).match?(text)
        return text.to_i if words.nil? && form.nil? && ID.match?(text)

        raise NotFound.new("“#{text[0, 40]}” names nothing here", id: text)
      end

      def read_body(request)
        text = request.body&.read(MAX_BODY_BYTES + 1).to_s
        raise Refused.new(Refused::TOO_LARGE, "The body is larger than 1 MB") if text.bytesize > MAX_BODY_BYTES

        given = text.empty? ? {} : parsed(text.dup.force_encoding(Encoding::UTF_8))
        Violations.check!(@operation.body_schema, given)
        PlainValues.of(given)
      end

      def parsed(text)
        raise Refused.new(Refused::MALFORMED, "The body is no UTF-8 text") unless text.valid_encoding?

        PlainValues.sound!(JSON.parse(text))
      rescue JSON::ParserError => e
        raise Refused.new(Refused::MALFORMED, "The body is no JSON: #{e.message.scrub[0, 80]}")
      end

      def once_key_of(request)
        key = request.get_header(ONCE_HEADER)
        return key if key.nil? || key.match?(/\A[\x21-\x7E]{8,64}\z/)

        raise InvalidInput.new("an Idempotency-Key has 8 to 64 plain letters",
                               fields: { "Idempotency-Key": "must have 8 to 64 letters" })
      end
    end
  end
end
