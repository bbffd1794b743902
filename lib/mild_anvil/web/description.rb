# frozen_string_literal: true

require "json_schemer"
require "yaml"

module MildAnvil
  module Web
    # The OpenAPI file as the application uses it: its operations by name, and what a request may carry.
    class Description
      FILE = File.expand_path("../../../docs/api/openapi.yaml", __dir__)

      attr_reader :document

      # @return [Description] read once
      def self.shared = @shared ||= new(YAML.safe_load_file(FILE))

      def initialize(document)
        @document = document
        @schemas = JSONSchemer.openapi(document)
        @operations = document["paths"].flat_map do |path, verbs|
          verbs.map do |verb, row|
            Operation.new(self, verb, path, row)
          end
        end
                                       .to_h { |operation| [operation.id, operation] }
      end

      # @return [Operation]
      def operation(id) = @operations.fetch(id)
      def operations = @operations.values

      # @param name [String] of a schema
      # @return [JSONSchemer::Schema]
      def schema(name) = @schemas.schema(name)

      # @return [JSONSchemer::Schema] at a path of keys
      def at(*keys)
        pointer = keys.map { |key| key.gsub("~", "~0").gsub("/", "~1").gsub("{", "%7B").gsub("}", "%7D") }.join("/")
        @schemas.ref("#/#{pointer}")
      end
    end
  end
end
