# frozen_string_literal: true

require "fileutils"
require "json"
require "open3"
require "time"
require "uri"
require "zlib"

module MildAnvil
  module Store
    # The whole database as one gzip file of SQL, read in one snapshot while everything goes on. Its first line says
    # what made it, its last two the hash of all that stands before and what this installation's key signed of that;
    # zcat shows it. On the way in it is read by BackupSql and never handed to a program that would run it.
    module Backup
      HEAD = "-- Mild Anvil backup "
      KEY = "-- signing key "
      FOOT = "-- sha256 "
      SEAL = "-- signed "
      DUMP = %w[mariadb-dump --no-defaults --single-transaction --skip-lock-tables --skip-add-locks --no-tablespaces
                --skip-triggers --hex-blob --quick --default-character-set=utf8mb4].freeze
      PART_BYTES = 1024 * 1024
      SEALED_SINCE = 27 # the schema from which on each is signed

      # manifest: what the first line says; sha256: of the text; key: the signing key under its passphrase, if it is
      # in it; signer: fingerprint of the key that signed it, proved by the key of here; nil where nobody proves it
      Sound = Struct.new(:manifest, :sha256, :bytes, :key, :signer, keyword_init: true)

      module_function

      # @param path [String] of the file; whole or not there
      # @param key [String, nil] the signing key under a passphrase, to be kept with it
      # @return [Sound]
      # @raise [Error] in words when the database or the disk did not go along
      def write(path, key: nil, url: ENV.fetch("DATABASE_URL"), database: Sequel::Model.db)
        part = "#{path}.part"
        manifest = { version: VERSION, schema: Database.schema(database), created_at: Time.now.utc.iso8601 }
        digest = File.open(part, "wb", 0o600) { |file| packed(file, manifest, key, url) }
        File.rename(part, path)
        Sound.new(manifest: JSON.parse(JSON.generate(manifest)), sha256: digest, bytes: File.size(path))
      rescue SystemCallError => e
        raise Error, "No backup was written: #{e.message}"
      ensure
        FileUtils.rm_f(part) if part
      end

      def packed(file, manifest, key, url)
        digest = OpenSSL::Digest.new("SHA256")
        gzip = Zlib::GzipWriter.new(file, Zlib::BEST_SPEED)
        put = ->(text) { digest.update(text) && gzip.write(text) }
        put.call("#{HEAD}#{JSON.generate(manifest)}\n")
        put.call("#{KEY}#{key}\n") if key
        dumped(url) { |text| put.call(text) }
        gzip.write("#{FOOT}#{digest.hexdigest}\n#{BackupSeal.line(digest.hexdigest)}\n")
        gzip.finish
        file.fsync
        digest.hexdigest
      end
      private_class_method :packed

      def dumped(url, &)
        Open3.popen3(secret(url), *DUMP, *target(url)) do |input, output, errors, process|
          input.close
          said = Thread.new { errors.read }
          said.report_on_exception = false # where the disk was full, nobody waits for what the dump says
          each_part(output, &)
          words = said.value
          raise Error, "No backup was written: #{words.lines.first}" unless process.value.success?
        end
      end
      private_class_method :dumped

      def each_part(io)
        while (part = io.read(PART_BYTES))
          yield part
        end
      end
      private_class_method :each_part

      # Reads all of it before anything is done with it.
      # @return [Sound]
      # @raise [InvalidInput] for a file that is cut off, altered, not what the key of here signed, or none of ours
      def check(path)
        digest = OpenSSL::Digest.new("SHA256")
        lines = Struct.new(:first, :key, :foot, :seal).new
        BackupFile.each_line(path) { |line| note(line, lines, digest) }
        manifest = manifest(lines.first)
        altered! unless lines.foot.to_s.chomp == FOOT + digest.hexdigest
        altered! if lines.seal.nil? && manifest["schema"].to_i.between?(SEALED_SINCE, Database.newest_schema)
        Sound.new(manifest: manifest, sha256: digest.hexdigest, bytes: File.size(path), key: lines.key,
                  signer: BackupSeal.signer(lines.seal, digest.hexdigest))
      end

      # The hash is over all before its own line, and behind that comes the seal and nothing else.
      def note(line, lines, digest)
        altered! if lines.seal
        return lines.seal = line if lines.foot && line.start_with?(SEAL)

        digest.update(lines.foot) if lines.foot
        lines.foot = nil
        lines.first ||= line
        lines.key ||= line.delete_prefix(KEY).chomp if line.start_with?(KEY)
        line.start_with?(FOOT) ? lines.foot = line : digest.update(line)
      end
      private_class_method :note

      def manifest(line)
        raise InvalidInput, "This is no backup of Mild Anvil" unless line.to_s.start_with?(HEAD)

        JSON.parse(line.delete_prefix(HEAD))
      rescue JSON::ParserError
        raise InvalidInput, "This is no whole backup: what it says of itself cannot be read. Take an earlier one"
      end
      private_class_method :manifest

      def altered!
        raise InvalidInput, "This is no whole backup: its text has another hash. Take an earlier one"
      end
      private_class_method :altered!

      # A password in the environment is in no list of processes.
      def secret(url) = { "MYSQL_PWD" => URI(url).password.to_s }
      private_class_method :secret

      def target(url)
        address = URI(url)
        ["--host=#{address.host}", "--port=#{address.port || 3306}", "--protocol=tcp", "--user=#{address.user}",
         address.path.delete_prefix("/")]
      end
      private_class_method :target
    end
  end
end
