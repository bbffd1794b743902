# frozen_string_literal: true

require "csv"
require "json"
require "openssl"
require "tempfile"
require "zip"

# Packages that somebody changed: files exchanged, with or without the hashes put right.
module Repacked
  PACKAGE = File.join(FIXTURES, "packages/format-1.zip")
  MANIFEST = "datapackage.json"

  # @param changes [Hash] name => bytes, nil to leave it out, or a proc from what it was
  # @param honest [Boolean] whether the manifest says what is there now
  # @return [String] path of the changed package
  def repacked(changes, honest: true, extra: [], of: PACKAGE)
    files = Zip::File.open(of) { |zip| zip.entries.to_h { |e| [e.name, zip.read(e.name)] } }
    changes.each do |name, to|
      files[name] = to.respond_to?(:call) ? to.call(files[name].dup.force_encoding("UTF-8")) : to
    end
    files.compact!
    files[MANIFEST] = put_right(files) if honest && !changes.key?(MANIFEST)
    zipped([*files, *extra])
  end

  def put_right(files)
    manifest = JSON.parse(files[MANIFEST])
    manifest["mild_anvil"].delete("own_events") # whoever forges a journal does not count it
    manifest["resources"].each do |row|
      bytes = files[row["path"]] or next
      row.merge!("bytes" => bytes.bytesize, "hash" => "sha256:#{OpenSSL::Digest::SHA256.hexdigest(bytes)}")
    end
    JSON.generate(manifest)
  end

  SEAL = "seal.json"

  # As somebody makes it who knows how a package is built: every hash put right, and no seal or one of their own.
  # @param key [OpenSSL::PKey::PKey, nil]
  def forged(changes, of:, key: nil)
    plain = repacked({ **changes, SEAL => nil }, of: of)
    return plain if key.nil?

    manifest = Zip::File.open(plain) { |zip| zip.read(MANIFEST) }
    text = JSON.generate({ kind: "package", laboratory: "Elsewhere",
                           manifest_sha256: OpenSSL::Digest::SHA256.hexdigest(manifest) })
    repacked({ SEAL => MildAnvil::Core::Seal::Sealed.make(text, key).line }, of: plain, honest: false)
  end

  # Rows of a table, changed by a block; their journal entry, if any, is put right by the forger, too.
  def rows_changed(&)
    lambda do |text|
      table = CSV.parse(text, headers: true)
      table.each(&)
      table.to_csv
    end
  end

  # @param entries [Array<Array(String, String)>] the same name may stand there twice
  def zipped(entries)
    file = Tempfile.new(["changed", ".zip"])
    (@repacked ||= []) << file # lives as long as the test
    Zip::OutputStream.open(file.path) do |zip|
      entries.each do |name, bytes|
        zip.put_next_entry(name)
        zip.write(bytes)
      end
    end
    file.path
  end
end
