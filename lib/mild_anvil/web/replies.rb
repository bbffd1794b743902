# frozen_string_literal: true

require "erb"
require "json"

module MildAnvil
  module Web
    # How answers are written.
    module Replies
      # Times as ISO 8601, decimals as numbers, the rest as it is.
      CODER = JSON::Coder.new do |value|
        case value
        when Time then value.utc.iso8601(3)
        when BigDecimal then value.to_f
        else value.to_s
        end
      end
      INLINE = %w[application/pdf].freeze

      def json(value, status: 200)
        content_type "application/json"
        self.status status
        CODER.dump(value)
      end

      def send_paper(paper)
        content_type paper.type
        hand_out(paper.name, INLINE.include?(paper.type) ? "inline" : "attachment")
        paper.content
      end

      def send_pdf(name, bytes)
        content_type "application/pdf"
        hand_out(name, "inline")
        bytes
      end

      # Source: RFC 6266 and 8187. A name in any script, and one in plain letters for what knows no better.
      def hand_out(name, place = "attachment")
        plain = name.unicode_normalize(:nfkd).gsub(/[^ -~]/, "").gsub(/["\\%;]/, "_")
        plain = "file#{File.extname(plain)}" if File.basename(plain, ".*").strip.empty?
        headers "Content-Disposition" => "#{place}; filename=\"#{plain}\"; " \
                                         "filename*=UTF-8''#{ERB::Util.url_encode(name)}"
      end
    end
  end
end
