# frozen_string_literal: true

module MildAnvil
  module Devices
    module Package
      # What the list of a package must look like before anything in it is read.
      module ManifestShape
        HASH = /\Asha256:(\h{64})\z/
        TEXT = ->(value) { value.nil? || value.is_a?(String) }
        NUMBER = ->(value) { value.is_a?(Integer) }
        OURS = { "format" => NUMBER, "schema" => NUMBER, "application" => TEXT, "installation" => TEXT,
                 "scope" => TEXT, "own_events" => ->(value) { value.nil? || value.is_a?(Integer) },
                 "lots" => ->(value) { value.nil? || lots?(value) } }.freeze

        module_function

        # @param read [Hash] as parsed
        # @return [String, nil] what is of another form
        def wrong(read)
          rows = read["resources"]
          return "its list of resources is missing" unless rows.is_a?(Array) && rows.all? { |row| resource?(row) }
          return "a file is named twice" if rows.map { |row| row["path"] }.uniq.size < rows.size

          odd = OURS.keys.find { |name| !OURS[name].call(read["mild_anvil"][name]) }
          "its mild_anvil.#{odd} is of another form" if odd
        end

        def lots?(value)
          value.is_a?(Array) && value.all? { |lot| lot.is_a?(Hash) && lot.values_at("name", "job").all?(&TEXT) }
        end

        def resource?(row)
          row.is_a?(Hash) && row["path"].is_a?(String) && row["bytes"].is_a?(Integer) &&
            HASH.match?(row["hash"].to_s) && (row["schema"].nil? || fields?(row["schema"]))
        end

        def fields?(schema)
          fields = schema.is_a?(Hash) && schema["fields"]
          fields.is_a?(Array) && fields.all? { |field| field.is_a?(Hash) && field["name"].is_a?(String) }
        end
      end
    end
  end
end
