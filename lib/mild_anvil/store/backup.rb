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
    # what made it, its last line the hash of all that stands before; zcat shows it, and any MariaDB reads it.
    module Backup
      HEAD = "-- Mild Anvil backup "
      KEY = "-- signing key "
      FOOT = "-- sha256 "
      DUMP = %w[mariadb-dump --no-defaults --single-transaction --skip-lock-tables --skip-add-locks --no-tablespaces
                --skip-triggers --hex-blob --quick --default-character-set=utf8mb4].freeze
      # Indexes of words are made anew on the way in: with every word, as the migration made them.
      LOAD = ["mariadb", "--no-defaults", "--default-character-set=utf8mb4",
              "--init-command=SET SESSION innodb_ft_enable_stopword = 0"].freeze
      PART_BYTES = 1024 * 1024

      # manifest: what the first line says; sha256: of the text; key: the signing key under its passphrase, if it is
      # in it
      Sound = Struct.new(:manifest, :sha256, :bytes, :key, keyword_init: true)

      module_function

      # @param path [String] of the file; whole or not there
      # @param key [String, nil] the signing key under a passphrase, to be kept with it
      # @return [Sound]
      # @raise [Error] in words when the database or the disk did not go along
      def write(path, key: nil, url: ENV.fetch("DATABASE_URL"), database: Sequel::Model.db)
        part = "#{path}.part"
        manifest = { version: VERSION, schema: schema(database), created_at: Time.now.utc.iso8601 }
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
        gzip.write("#{FOOT}#{digest.hexdigest}\n")
        gzip.finish
        file.fsync
        digest.hexdigest
      end
      private_class_method :packed

      def dumped(url, &)
        Open3.popen3(secret(url), *DUMP, *target(url)) do |input, output, errors, process|
          input.close
          said = Thread.new { errors.read }
          each_part(output, &)
          raise Error, "No backup was written: #{said.value.lines.first}" unless process.value.success?
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
      # @raise [InvalidInput] for a file that is cut off, altered, or none of ours
      def check(path)
        digest = OpenSSL::Digest.new("SHA256")
        first = last = key = nil
        each_line(path) do |line|
          key ||= line.delete_prefix(KEY).chomp if line.start_with?(KEY) && first && last == first
          first ||= line
          digest.update(last) if last
          last = line
        end
        manifest = manifest(first)
        whole!(last, digest.hexdigest)
        Sound.new(manifest: manifest, sha256: digest.hexdigest, bytes: File.size(path), key: key)
      end

      def each_line(path, &)
        Zlib::GzipReader.open(path) { |gzip| gzip.each_line(&) }
      rescue Zlib::Error
        raise InvalidInput, "This is no whole backup: it was cut off or altered. Take an earlier one"
      rescue SystemCallError => e
        raise InvalidInput, "The backup cannot be read: #{e.message}"
      end
      private_class_method :each_line

      def manifest(line)
        raise InvalidInput, "This is no backup of Mild Anvil" unless line.to_s.start_with?(HEAD)

        JSON.parse(line.delete_prefix(HEAD))
      rescue JSON::ParserError
        raise InvalidInput, "This is no whole backup: what it says of itself cannot be read. Take an earlier one"
      end
      private_class_method :manifest

      def whole!(last, digest)
        return if last.to_s.chomp == FOOT + digest

        raise InvalidInput, "This is no whole backup: its text has another hash. Take an earlier one"
      end
      private_class_method :whole!

      # @param url [String] of the schema's owner; the database is empty
      # @raise [Error]
      def load(path, url:)
        Open3.popen2e(secret(url), *LOAD, *target(url)) do |input, output, process|
          said = Thread.new { output.read }
          begin
            Zlib::GzipReader.open(path) { |gzip| each_part(gzip) { |part| input.write(part) } }
          rescue Errno::EPIPE
            nil # the client ended; it has said why
          end
          input.close
          raise Error, "The backup was not taken in: #{said.value.lines.first}" unless process.value.success?
        end
      end

      def schema(database) = database[:schema_info].get(:version)

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
