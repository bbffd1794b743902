# frozen_string_literal: true

module MildAnvil
  module Web
    # What a body says it is, held against what its operation takes: a form is never taken for JSON, nor JSON in
    # another encoding for UTF-8.
    module ContentKind
      JSON_TYPE = Operation::JSON_TYPE
      CHARSETS = [nil, "utf-8", "utf8", "us-ascii"].freeze

      module_function

      # @param request [Rack::Request]
      # @param taken [Array<String>] media types
      # @raise [Refused]
      def check!(request, taken)
        return if taken.empty? || empty?(request)

        given = request.media_type.to_s
        unless taken.include?(given)
          said = given.empty? ? "no Content-Type" : "Content-Type #{given.scrub('?')[0, 60]}"
          raise Refused.new(Refused::WRONG_TYPE, "The request has #{said}; this takes #{taken.join(' or ')}")
        end
        check_charset!(request) if given == JSON_TYPE
      end

      def empty?(request) = request.content_length.to_i.zero? && request.env["HTTP_TRANSFER_ENCODING"].nil?
      private_class_method :empty?

      def check_charset!(request)
        charset = request.media_type_params["charset"]&.downcase&.delete('"')
        return if CHARSETS.include?(charset)

        raise Refused.new(Refused::WRONG_TYPE, "JSON comes as UTF-8, not as #{charset.scrub('?')[0, 40]}")
      end
      private_class_method :check_charset!
    end
  end
end
