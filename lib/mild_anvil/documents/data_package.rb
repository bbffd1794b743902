# frozen_string_literal: true

require "csv"
require "json"
require "openssl"
require "zip"

module MildAnvil
  module Documents
    # Writes a Data Package: tables as CSV, files as they are, and datapackage.json that names each with its hash and
    # the fields of each table. Source: the Frictionless Data Package specification, version 1.
    class DataPackage
      MANIFEST = "datapackage.json"
      SEAL = "seal.json" # over the manifest; named by nothing
      FORMAT = 1
      EXAMPLES = { "integer" => "integer", "number" => "number", "string" => "string", "boolean" => "boolean",
                   "date" => "date", "datetime" => "datetime", "file" => "string" }.freeze
      TEXTS = %r{\A(?:text/|application/json)}
      MEDIA = { ".pdf" => "application/pdf", ".csv" => "text/csv", ".json" => "application/json",
                ".png" => "image/png", ".jpg" => "image/jpeg", ".jpeg" => "image/jpeg", ".webp" => "image/webp",
                ".gif" => "image/gif", ".txt" => "text/plain", ".svg" => "image/svg+xml",
                ".xlsx" => "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet" }.freeze
      ANYTHING = "application/octet-stream"
      WHEN = "%Y-%m-%dT%H:%M:%S.%6NZ"

      # @param path [String] of the file to be written
      # @param about [Hash] title, description, and what is ours
      # @param seal [Proc] from the hash of the manifest to the text of its seal
      # @yieldparam package [DataPackage]
      # @return [Hash] the manifest
      def self.write(path, about, seal: nil)
        Zip::OutputStream.open(path) do |zip|
          package = new(zip)
          yield package
          package.finish(about, seal)
        end
      end

      def initialize(zip)
        @zip = zip
        @resources = []
        @names = {}
      end

      # @param name [String]; @param columns [Hash] name => type; @param rows [Enumerable<Hash>]
      # @param keys [Array<Symbol>] the primary key; @param references [Hash] column => table
      def table(name, columns, rows, keys:, references: {})
        bytes = CSV.generate do |csv|
          csv << columns.keys
          rows.each { |row| csv << columns.map { |column, type| text(row[column], type) } }
        end
        fields = columns.map { |column, type| { name: column, type: EXAMPLES.fetch(type) } }
        links = references.map do |column, table|
          resource = table == name.to_sym ? "" : resource_name(table)
          { fields: [column], reference: { resource: resource, fields: ["id"] } }
        end
        schema = { fields: fields, missingValues: [""], primaryKey: keys }
        schema[:foreignKeys] = links if links.any?
        put(name, "data/#{name}.csv", bytes, mediatype: "text/csv", format: "csv", schema: schema)
      end

      # @param header [Array<String>]
      # @param columns [Array<Array<Float>>] of one length; what is not a number is empty
      def curve(name, header, columns)
        fields = header.map { |column| { name: column, type: "number" } }
        schema = { fields: fields, missingValues: [""] }
        put(name, "curves/#{name.delete_prefix('curve-')}.csv", curve_text(header, columns), mediatype: "text/csv",
                                                                                             format: "csv",
                                                                                             schema: schema)
      end

      # @return [String] path within the package
      def file(folder, name, bytes, mediatype: MEDIA.fetch(File.extname(name).downcase, ANYTHING))
        path = "#{folder}/#{name}"
        put("#{folder}-#{@resources.size}", path, bytes, mediatype: mediatype) unless @names.key?(path)
        path
      end

      def finish(about, seal)
        manifest = { profile: "data-package", **about, resources: @resources }
        text = JSON.pretty_generate(manifest)
        entry(MANIFEST, text)
        entry(SEAL, seal.call(OpenSSL::Digest::SHA256.hexdigest(text))) if seal
        manifest
      end

      def entry(name, text)
        @zip.put_next_entry(name)
        @zip.write(text)
      end
      private :entry

      private

      # As the specification wants a name: lower case, and unique within the package.
      def resource_name(name) = name.to_s.tr("_", "-").downcase.gsub(/[^a-z0-9._-]/, "-")

      def put(name, path, bytes, **more)
        @names[path] = true
        @zip.put_next_entry(path)
        @zip.write(bytes)
        @resources << { name: resource_name(name), path: path, bytes: bytes.bytesize,
                        hash: "sha256:#{OpenSSL::Digest::SHA256.hexdigest(bytes)}",
                        **(TEXTS.match?(more[:mediatype]) ? { encoding: "utf-8" } : {}),
                        **(more[:schema] ? { profile: "tabular-data-resource" } : {}), **more }
      end

      # Numbers with as many digits as tell them apart, times in microseconds.
      def text(value, type)
        case value
        when nil then nil
        when Time then value.getutc.strftime(WHEN)
        when BigDecimal then type == "number" ? value.to_s("F") : value.to_i
        else value
        end
      end

      def curve_text(header, columns)
        lines = columns.first.each_index.map do |i|
          columns.map { |values| values[i].nan? ? "" : values[i].to_s }.join(",")
        end
        "#{CSV.generate_line(header)}#{lines.join("\n")}\n"
      end
    end
  end
end
