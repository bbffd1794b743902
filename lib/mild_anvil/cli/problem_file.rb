# frozen_string_literal: true

require "csv"
require "json"

module MildAnvil
  module Cli
    # A JSON or CSV file that states a problem for compare, check or plan; its keys say which.
    module ProblemFile
      module_function

      # @param path [String]
      # @return [Hash] with string keys; a CSV becomes "rows" (numbers where they are numbers) and "columns"
      # @raise [InvalidInput]
      def read(path)
        text = File.read(path, encoding: "UTF-8").scrub.delete_prefix("\uFEFF")
        raise InvalidInput, "the file is empty: it states no problem" if text.strip.empty?
        return json(text) if path.end_with?(".json") || text.lstrip.start_with?("{")

        table(text)
      end

      def json(text)
        given = JSON.parse(text)
        given.is_a?(Hash) ? given : raise(InvalidInput, "the file must be a JSON object; docs/cli.md lists its keys")
      rescue JSON::ParserError => e
        raise InvalidInput, "the file is no JSON: #{e.message[0, 80]}"
      end
      private_class_method :json

      def table(text)
        lines = text.lines.reject { |line| line.start_with?("#") || line.strip.empty? }
        mark = [",", ";", "\t"].max_by { |m| lines.first.count(m) }
        rows = CSV.parse(lines.join, col_sep: mark, headers: true).map do |row|
          row.to_h.transform_values do |v|
            number(v)
          end
        end
        raise InvalidInput, "the file has a header and no rows" if rows.empty?

        { "rows" => rows, "columns" => rows.first.keys }
      rescue CSV::MalformedCSVError => e
        raise InvalidInput, "the file is no CSV: #{e.message[0, 80]}"
      end
      private_class_method :table

      def number(text)
        return text if Core::Quantity::TypedNumber.open?(text)

        Float(text.to_s.strip.tr(",", "."), exception: false) || text
      end
      private_class_method :number

      # @return [Array<Float>] the numbers under a key
      # @raise [InvalidInput] naming the key
      def numbers!(given, key)
        values = given[key]
        return values.map(&:to_f) if values.is_a?(Array) && values.all?(Numeric)

        raise InvalidInput.new("“#{key}” must be a list of numbers", key: key)
      end

      # @return [Float]
      def number!(given, key, default = nil)
        value = given.fetch(key) { default }
        return value.to_f if value.is_a?(Numeric)

        raise InvalidInput.new("“#{key}” must be a number", key: key)
      end
    end
  end
end
