# frozen_string_literal: true

require "base64"
require "fileutils"
require "openssl"

module MildAnvil
  module Store
    # The key that signs for this installation: Ed25519, in a file that only its owner reads. Source: RFC 8032.
    module KeyFile
      ALGORITHM = "ED25519"
      CIPHER = "aes-256-cbc"

      module_function

      # @return [String]
      def path = File.join(ENV.fetch("MILD_ANVIL_VAR", File.expand_path("../../../var", __dir__)), "signing-key.pem")

      # Made where there is none; two that make it at once have the same one.
      # @return [OpenSSL::PKey::PKey]
      # @raise [Conflict] in words for a file that cannot be read
      def key
        make unless File.exist?(path)
        OpenSSL::PKey.read(File.read(path)).tap { |read| refuse("it holds another kind") if read.oid != ALGORITHM }
      rescue SystemCallError, OpenSSL::PKey::PKeyError => e
        refuse(e.message[0, 80])
      end

      # @param pem [String] puts this one in the place of what is there
      def put(pem)
        FileUtils.mkdir_p(File.dirname(path))
        part = "#{path}.#{Process.pid}.#{Thread.current.object_id}"
        File.open(part, File::WRONLY | File::CREAT | File::EXCL, 0o600) { |file| file.write(pem) && file.fsync }
        File.rename(part, path)
      ensure
        FileUtils.rm_f(part) if part
      end

      # @return [String] a new key
      def generate = OpenSSL::PKey.generate_key(ALGORITHM).private_to_pem

      # @return [String] base64 of the key under a passphrase, for a backup
      def locked(passphrase) = Base64.strict_encode64(key.private_to_pem(OpenSSL::Cipher.new(CIPHER), passphrase))

      # @return [String] PEM
      # @raise [InvalidInput] for another passphrase
      def unlocked(text, passphrase)
        OpenSSL::PKey.read(Base64.strict_decode64(text), passphrase).private_to_pem
      rescue OpenSSL::PKey::PKeyError, ArgumentError
        raise InvalidInput.new("The signing key does not open with this passphrase",
                               fields: { passphrase: "does not open it" })
      end

      def refuse(why)
        raise Conflict, "The signing key in #{path} cannot be read (#{why}). Put it back from a backup, or move it " \
                        "away: then a new one is made, for which no earlier one vouches"
      end
      private_class_method :refuse

      # Linked, not renamed: the first one stays.
      def make
        FileUtils.mkdir_p(File.dirname(path))
        part = "#{path}.#{Process.pid}.#{Thread.current.object_id}"
        File.open(part, File::WRONLY | File::CREAT | File::EXCL, 0o600) { |file| file.write(generate) && file.fsync }
        File.link(part, path)
      rescue Errno::EEXIST
        nil # somebody else was first
      ensure
        FileUtils.rm_f(part) if part
      end
      private_class_method :make
    end
  end
end
