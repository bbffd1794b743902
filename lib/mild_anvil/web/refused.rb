# frozen_string_literal: true

module MildAnvil
  module Web
    # A request that cannot be understood, before anybody looks at what it wants: its own status, in words.
    class Refused < Error
      MALFORMED = 400
      WRONG_METHOD = 405
      TOO_LARGE = 413
      WRONG_TYPE = 415

      attr_reader :status, :headers

      # @param status [Integer] one of the above
      def initialize(status, message, headers = {})
        super(message)
        @status = status
        @headers = headers
      end

      # What stands at a path with other verbs, or nothing.
      # @param request [Rack::Request]
      # @return [Error]
      def self.nothing_at(request)
        verbs = verbs(request.path_info)
        if verbs.empty? || verbs.include?(request.request_method)
          return NotFound.new("There is nothing at #{shown(request.path_info)}")
        end

        new(WRONG_METHOD, "#{request.request_method[0, 20]} cannot be done at #{shown(request.path_info)}; it takes " \
                          "#{verbs.join(' or ')}", { "Allow" => verbs.join(", ") })
      end

      PAGES = %w[GET HEAD].freeze
      API = %r{\A/api(?:/|\z)}
      private_constant :PAGES, :API

      def self.verbs(path)
        return PAGES unless API.match?(path)

        found = Description.shared.operations.select { |operation| operation.matcher.match?(path) }
        found.map { |operation| operation.verb.upcase }.uniq.sort
      end
      private_class_method :verbs

      def self.shown(path) = path.dup.force_encoding(Encoding::UTF_8).scrub("?")[0, 80]
      private_class_method :shown
    end
  end
end
