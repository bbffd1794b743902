# frozen_string_literal: true

module MildAnvil
  module Web
    # One operation of the OpenAPI file: its route, and the check of what a request carries.
    class Operation
      JSON_TYPE = "application/json"

      attr_reader :verb, :path

      # @param description [Description]
      # @param row [Hash] as in the file
      def initialize(description, verb, path, row)
        @description = description
        @verb = verb
        @path = path
        @row = row
      end

      def id = @row.fetch("operationId")
      # @return [String] as the router wants it
      def pattern = path.gsub(/\{(\w+)\}/, ':\\1')
      # @return [Regexp] of request paths
      def matcher = @matcher ||= Regexp.new("\\A#{path.gsub(/\{\w+\}/, '[^/.]+')}\\z")

      # @param status [Integer]
      # @return [JSONSchemer::Schema] of an answer
      def answer_schema(status)
        given = @row.dig("responses", status.to_s)
        if given&.key?("$ref")
          return @description.at("components", "responses", given["$ref"].split("/").last, "content", JSON_TYPE,
                                 "schema")
        end

        @description.at("paths", path, verb, "responses", status.to_s, "content", JSON_TYPE, "schema")
      end

      # @return [JSONSchemer::Schema, nil] of the body, if it takes one in JSON
      def body_schema
        return unless @row.dig("requestBody", "content", JSON_TYPE)

        @body_schema ||= @description.at("paths", path, verb, "requestBody", "content", JSON_TYPE, "schema")
      end

      # @return [Array<String>] media types of the body; empty where none is taken
      def content_types = @row.dig("requestBody", "content").to_h.keys

      # @return [Array<Hash>] name, in, schema
      def parameters(place) = @row.fetch("parameters", []).select { |parameter| parameter["in"] == place }
    end
  end
end
