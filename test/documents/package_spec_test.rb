# frozen_string_literal: true

require_relative "../support/committed_case"
require_relative "../support/package_folder"
require_relative "../support/package_validator"

# The validator of data packages, written from the specification alone, passes ours and sees what is not valid; the
# demo's package goes through it beside the programs of strangers.
class PackageSpecTest < CommittedCase
  include PackageFolder

  FAULTS = {
    "a foreign key to a table of another name" => ->(m) { key_of(m)["reference"]["resource"] = "no_such_table" },
    "a resource whose name is not lower case" => ->(m) { m["resources"][0]["name"] = "People" },
    "a name twice" => ->(m) { m["resources"][1]["name"] = m["resources"][0]["name"] },
    "a path that climbs" => ->(m) { m["resources"][0]["path"] = "../people.csv" },
    "a field of no type" => ->(m) { fields_of(m)[0]["type"] = "integral" },
    "a field that the table lacks" => ->(m) { fields_of(m) << { "name" => "strange", "type" => "string" } },
    "a value of another type" => ->(m) { fields_of(m).find { |f| f["name"] == "name" }["type"] = "integer" },
    "other bytes" => ->(m) { m["resources"][0]["bytes"] += 1 },
    "a false media type" => ->(m) { m["resources"][0]["mediatype"] = "image/png" }
  }.freeze

  def self.key_of(manifest)
    manifest["resources"].find { |row| row.dig("schema", "foreignKeys") }["schema"]["foreignKeys"][0]
  end

  def self.fields_of(manifest)
    manifest["resources"].find { |row| row["path"] == "data/people.csv" }["schema"]["fields"]
  end

  def test_the_validator_sees_what_is_not_valid
    lot_with_breaks(8.1, 8.2)
    package = PackageValidator.new(write)
    assert_empty package.problems
    FAULTS.each do |what, harm|
      manifest = JSON.parse(JSON.generate(package.manifest))
      self.class.instance_exec(manifest, &harm)
      refute_empty PackageValidator.new(path, manifest: manifest).problems, what
    end
  end
end
