# frozen_string_literal: true

require "csv"
require "date"
require "json"
require "openssl"
require "time"
require "zip"

# A validator of data packages, written from the text of the specifications "Data Package", "Data Resource", "Tabular
# Data Resource" and "Table Schema" (Frictionless, version 1), and from nothing of ours.
class PackageValidator
  NAME = /\A[-a-z0-9._]+\z/
  TYPES = %w[string number integer boolean object array date time datetime year yearmonth duration geopoint geojson
             any].freeze
  MEDIA = { ".csv" => %w[text/csv], ".json" => %w[application/json], ".pdf" => %w[application/pdf],
            ".png" => %w[image/png], ".html" => %w[text/html], ".md" => %w[text/markdown] }.freeze
  MOST = 50

  attr_reader :manifest

  def initialize(path, manifest: nil)
    @files = Zip::File.open(path) { |zip| zip.entries.to_h { |entry| [entry.name, zip.read(entry.name)] } }
    @manifest = manifest || JSON.parse(@files.fetch("datapackage.json"))
    @tables = {}
  end

  # @return [Array<String>]
  def problems
    @problems = []
    descriptor
    resources.each { |resource| resource(resource) }
    tables = resources.select { |resource| resource["schema"] }
    tables.each { |resource| keys(resource) }
    @problems.first(MOST)
  end

  private

  def resources = @manifest["resources"].to_a
  def wrong(words) = @problems << words

  def descriptor
    wrong("resources are missing") if resources.empty?
    wrong("the name is not lower case, digits, . _ -") unless @manifest["name"].to_s.match?(NAME)
    Time.iso8601(@manifest["created"]) if @manifest["created"]
    names = resources.map { |row| row["name"] }
    wrong("a resource's name stands twice") if names.uniq.size < names.size
    known = %w[data-package tabular-data-package fiscal-data-package]
    wrong("the profile is unknown") unless known.include?(@manifest["profile"])
  rescue ArgumentError
    wrong("created is no RFC 3339 time")
  end

  def resource(row)
    name = row["name"]
    wrong("#{name}: not a name") unless name.to_s.match?(NAME)
    path = row["path"]
    if path.start_with?("/") || path.split("/").include?("..")
      return wrong("#{name}: its path leads out of the package")
    end

    bytes = @files[path] or return wrong("#{name}: there is no file #{path}")
    integrity(row, bytes)
    media(row)
    table(row, bytes) if row["schema"]
  end

  def integrity(row, bytes)
    wrong("#{row['name']}: has #{bytes.bytesize} bytes") if row["bytes"] && row["bytes"] != bytes.bytesize
    algorithm, digest = row["hash"].to_s.split(":")
    if algorithm == "sha256" && digest != OpenSSL::Digest::SHA256.hexdigest(bytes)
      wrong("#{row['name']}: its hash is another one")
    end
    encoding = row["encoding"]
    wrong("#{row['name']}: is no UTF-8") if encoding == "utf-8" && !bytes.dup.force_encoding("UTF-8").valid_encoding?
  end

  def media(row)
    known = MEDIA[File.extname(row["path"])] or return
    wrong("#{row['name']}: #{row['mediatype']} is not what it is") unless known.include?(row["mediatype"])
  end

  def table(row, bytes)
    wrong("#{row['name']}: has a schema and is not tabular") unless row["profile"] == "tabular-data-resource"
    fields = row["schema"]["fields"].to_a
    wrong("#{row['name']}: has no fields") if fields.empty?
    fields.each { |field| wrong("#{row['name']}: #{field['type']} is no type") unless TYPES.include?(field["type"]) }
    lines = CSV.parse(bytes.dup.force_encoding("UTF-8"))
    header = lines.shift
    return wrong("#{row['name']}: its header is not its fields") unless header == fields.map { |field| field["name"] }

    missing = row["schema"].fetch("missingValues", [""])
    lines.each { |line| line.zip(fields) { |cell, field| value(row, cell, field, missing) } }
    @tables[row["name"]] = lines.map { |line| header.zip(line).to_h }
  end

  def value(row, cell, field, missing)
    return if cell.nil? || missing.include?(cell)

    wrong("#{row['name']}: “#{cell[0, 30]}” is no #{field['type']}") unless fits?(cell, field["type"])
  end

  def fits?(cell, type)
    case type
    when "integer" then cell.match?(/\A[-+]?\d+\z/)
    when "number" then cell.match?(/\A[-+]?\d+(?:\.\d+)?(?:[eE][-+]?\d+)?\z/)
    when "boolean" then %w[true True TRUE 1 false False FALSE 0].include?(cell)
    when "date" then cell.match?(/\A\d{4}-\d\d-\d\d\z/) && Date.iso8601(cell)
    when "datetime" then cell.match?(/\A\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(?:\.\d+)?Z\z/) && Time.iso8601(cell)
    else true
    end
  rescue ArgumentError
    false
  end

  def keys(row)
    schema = row["schema"]
    names = schema["fields"].map { |field| field["name"] }
    primary(row, Array(schema["primaryKey"]), names)
    schema.fetch("foreignKeys", []).each { |key| foreign(row, key, names) }
  end

  def primary(row, key, names)
    return if key.empty?
    return wrong("#{row['name']}: its key is none of its fields") if (key - names).any?

    values = @tables.fetch(row["name"], []).map { |line| line.values_at(*key) }
    return unless values.uniq.size < values.size || values.flatten.any?(&:nil?)

    wrong("#{row['name']}: a key stands twice or is empty")
  end

  def foreign(row, key, names)
    fields = Array(key["fields"])
    return wrong("#{row['name']}: a foreign key of no field") if (fields - names).any? || fields.empty?

    target = key["reference"]["resource"]
    target = row["name"] if target == ""
    other = @tables[target] or return wrong("#{row['name']}: there is no resource #{target}")
    there = other.to_h { |line| [line.values_at(*Array(key["reference"]["fields"])), true] }
    lost = @tables.fetch(row["name"], []).find do |line|
      line.values_at(*fields).all? && !there[line.values_at(*fields)]
    end
    wrong("#{row['name']}: #{lost.values_at(*fields).first} is not in #{target}") if lost
  end
end
