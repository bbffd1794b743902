# frozen_string_literal: true

require "json"

module MildAnvil
  module Web
    # How answers are written and how requests are trusted.
    module Replies
      def json(value, status: 200)
        content_type "application/json"
        self.status status
        JSON.generate(Replies.plain(value))
      end

      # Times as ISO 8601, decimals as numbers, the rest as it is.
      def self.plain(value)
        case value
        when Hash then value.transform_values { |v| plain(v) }
        when Array then value.map { |v| plain(v) }
        when Time then value.iso8601
        when BigDecimal then value.to_f
        else value
        end
      end

      # @return [Integer, nil] who is at work, as the browser says
      def person_id = Params.optional_id(request.env["HTTP_X_PERSON_ID"])

      # A page of another site must not write here: browsers name the origin of every write.
      def same_origin!
        origin = request.env["HTTP_ORIGIN"]
        return if origin.nil? || origin == request.base_url

        raise Forbidden.new("this request comes from another site", origin: origin)
      end

      def send_paper(paper)
        content_type paper.type
        headers "Content-Disposition" => "#{paper.name.end_with?('.pdf') ? 'inline' : 'attachment'}; filename=\"#{paper.name}\""
        paper.content
      end
    end
  end
end
