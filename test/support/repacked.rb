# frozen_string_literal: true

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
    manifest["resources"].each do |row|
      bytes = files[row["path"]] or next
      row.merge!("bytes" => bytes.bytesize, "hash" => "sha256:#{OpenSSL::Digest::SHA256.hexdigest(bytes)}")
    end
    JSON.generate(manifest)
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
