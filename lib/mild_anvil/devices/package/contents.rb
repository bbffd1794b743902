# frozen_string_literal: true

require "csv"
require "json"
require "openssl"
require "time"

module MildAnvil
  module Devices
    module Package
      # A package as it says it is: its manifest, its tables with typed values, its files. Nothing of it is believed
      # before problems is empty.
      class Contents
        MANIFEST = "datapackage.json"
        SEAL = "seal.json"
        SEAL_BYTES = 16 << 10
        OURS = "mild_anvil"
        FORMATS = [1].freeze
        HASH = ManifestShape::HASH
        MOST_PROBLEMS = 50
        MANIFEST_BYTES = 64 << 20

        attr_reader :manifest, :archive

        # @param path [String] of a zip
        # @yieldparam contents [Contents]
        # @raise [InvalidInput]
        def self.open(path)
          archive = Archive.new(path)
          yield new(archive)
        ensure
          archive&.close
        end

        def initialize(archive)
          @archive = archive
          @manifest = read_manifest
          @resources = @manifest["resources"].to_h { |row| [row["path"], row] }
        end

        # @return [Hash] format, application, schema, installation, scope
        def ours = @manifest.fetch(OURS)
        def title = @manifest["title"].to_s

        # @return [Array<String>] names of the tables
        def tables = @resources.values.filter_map { |row| row["path"][%r{\Adata/(\w+)\.csv\z}, 1] }

        # What is wrong with it: missing, changed and unnamed files.
        # @return [Array<String>]
        def problems
          @problems ||= [*unnamed, *@resources.values.lazy.filter_map { |row| harm(row) }.first(MOST_PROBLEMS)]
        end

        # @return [Core::Seal::Sealed, nil] what signs it, if anything does
        # @raise [InvalidInput] for a seal that cannot be read
        def seal
          return unless @archive.include?(SEAL)

          read = @archive.size(SEAL) <= SEAL_BYTES && Core::Seal::Sealed.read(@archive.bytes(SEAL).force_encoding("UTF-8"))
          read || refuse("its #{SEAL} cannot be read")
        end

        # @return [String] of the bytes of its manifest
        def manifest_sha256 = OpenSSL::Digest::SHA256.hexdigest(@archive.bytes(MANIFEST))

        # @return [Array<Hash>] rows of a table: column => value
        # @raise [InvalidInput] for a value that is not of its type
        def rows(table) = (@rows ||= {})[table.to_s] ||= read_rows(table)

        def read_rows(table)
          path = "data/#{table}.csv"
          resource = @resources[path] or return []
          types = resource.dig("schema", "fields").to_h { |field| [field["name"], field["type"]] }
          parsed(path).map { |row| row.to_h { |name, value| [name.to_sym, typed(value, types[name], table, name)] } }
        end

        private :read_rows

        # @return [Array<Array<Float>>] columns of a curve; what is empty is not a number
        def curve(name)
          path = "curves/#{name}.csv"
          lines = @archive.bytes(path).each_line("\n", chomp: true).drop(1)
          columns = lines.map { |line| line.split(",", -1).map { |cell| cell.empty? ? Float::NAN : Float(cell) } }
          columns.empty? ? [] : columns.transpose
        rescue ArgumentError, IndexError => e
          refuse("#{path} is no table of numbers: #{e.message[0, 80]}")
        end

        # @return [String] bytes of a file that the manifest names
        def file(path)
          refuse("#{path} is not named by it") unless @resources.key?(path)
          @archive.bytes(path)
        end

        private

        def read_manifest
          refuse("it has no #{MANIFEST}") unless @archive.include?(MANIFEST)
          refuse("its #{MANIFEST} is too large") if @archive.size(MANIFEST) > MANIFEST_BYTES
          read = JSON.parse(@archive.bytes(MANIFEST).force_encoding(Encoding::UTF_8))
          refuse("it was not made by this application") unless read.is_a?(Hash) && read[OURS].is_a?(Hash)
          unless FORMATS.include?(read.dig(OURS, "format"))
            refuse("it was made by a later version (#{read.dig(OURS, 'application').to_s[0, 20]}): bring this one up " \
                   "to date first")
          end
          wrong = ManifestShape.wrong(read) and refuse(wrong)
          read
        rescue JSON::ParserError, EncodingError
          refuse("its #{MANIFEST} is no JSON")
        end

        def unnamed
          (@archive.names - @resources.keys - [MANIFEST, SEAL]).first(MOST_PROBLEMS).map do |name|
            "#{name} is not named by it"
          end
        end

        def harm(row)
          path = row["path"]
          return "#{path} is missing" unless @archive.include?(path)

          bytes = @archive.bytes(path)
          return if bytes.bytesize == row["bytes"] && OpenSSL::Digest::SHA256.hexdigest(bytes) == row["hash"][HASH, 1]

          "#{path} is not what it was: its hash is another one"
        rescue InvalidInput => e
          e.message
        end

        def parsed(path)
          text = @archive.bytes(path).force_encoding(Encoding::UTF_8)
          refuse("#{path} is no UTF-8 text") unless text.valid_encoding?
          CSV.parse(text, headers: true)
        rescue CSV::MalformedCSVError => e
          refuse("#{path} is no table: #{e.message[0, 80]}")
        end

        def typed(value, type, table, name)
          return if value.nil?

          case type
          when "integer" then Integer(value, 10)
          when "number" then number(value)
          when "boolean" then { "true" => true, "false" => false }.fetch(value)
          when "datetime" then Time.iso8601(value)
          when "date" then Date.iso8601(value)
          else value
          end
        rescue ArgumentError, KeyError
          refuse("data/#{table}.csv has “#{value[0, 40]}” where #{name} is of type #{type}")
        end

        def number(value) = Float(value).tap { |found| raise ArgumentError unless found.finite? }

        def refuse(why) = raise(InvalidInput.new("This package is not taken: #{why}", fields: { file: why }))
      end
    end
  end
end
