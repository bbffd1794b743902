# frozen_string_literal: true

require "openssl"

module Launch
  # A certificate of this installation's own, so that a page opened to a network is never in the clear.
  module Certificate
    BITS = 2048
    VALID_SECONDS = 5 * 365 * 86_400

    module_function

    # @param folder [String]
    # @param host [String] name or address it is opened under
    # @return [Array(String, String)] paths of key and certificate, made when they are missing
    def files(folder, host)
      key_file, certificate_file = %w[key pem].map { |ending| File.join(folder, "#{host}.#{ending}") }
      make(key_file, certificate_file, host) unless File.size?(key_file) && File.size?(certificate_file)
      [key_file, certificate_file]
    end

    def make(key_file, certificate_file, host)
      FileUtils.mkdir_p(File.dirname(key_file))
      key = OpenSSL::PKey::RSA.new(BITS)
      File.write(key_file, key.to_pem, perm: 0o600)
      File.write(certificate_file, signed(key, host).to_pem)
    end

    def signed(key, host)
      certificate = OpenSSL::X509::Certificate.new
      certificate.version = 2
      certificate.serial = OpenSSL::BN.rand(64)
      certificate.subject = certificate.issuer = OpenSSL::X509::Name.new([["CN", host]])
      certificate.public_key = key.public_key
      certificate.not_before = Time.now - 3600
      certificate.not_after = Time.now + VALID_SECONDS
      kind = host.match?(/\A[\d.]+\z|:/) ? "IP" : "DNS"
      certificate.add_extension(OpenSSL::X509::ExtensionFactory.new.create_extension("subjectAltName",
                                                                                     "#{kind}:#{host}"))
      certificate.sign(key, OpenSSL::Digest.new("SHA256"))
    end
  end
end
