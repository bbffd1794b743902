# frozen_string_literal: true

require "json"

module MildAnvil
  module Web
    # How answers are written.
    module Replies
      INLINE = %w[application/pdf].freeze

      def json(value, status: 200)
        content_type "application/json"
        headers "Cache-Control" => "no-store"
        self.status status
        JSON.generate(Replies.plain(value))
      end

      # Times as ISO 8601, decimals as numbers, the rest as it is.
      def self.plain(value)
        case value
        when Hash then value.transform_values { |v| plain(v) }
        when Array then value.map { |v| plain(v) }
        when Time then value.utc.iso8601(3)
        when BigDecimal then value.to_f
        else value
        end
      end

      def send_paper(paper)
        content_type paper.type
        place = INLINE.include?(paper.type) ? "inline" : "attachment"
        headers "Content-Disposition" => "#{place}; filename=\"#{paper.name}\"", "Cache-Control" => "no-store"
        paper.content
      end
    end
  end
end
