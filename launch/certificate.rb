# frozen_string_literal: true

require "ipaddr"
require "openssl"

module Launch
  # What a page that is opened to a network is served with: an authority of this installation's own, which a phone is
  # told once to trust and which can vouch for these names and no others, and a certificate that it signs, for less than
  # a year, and again before that ends. Source: RFC 5280; what phones ask of a server's certificate.
  class Certificate
    CURVE = "prime256v1"
    DAY = 86_400
    AUTHORITY_SECONDS = 3650 * DAY
    VALID_SECONDS = 365 * DAY
    RENEWED_SECONDS = 30 * DAY # before it ends
    SLACK_SECONDS = 3600 # for clocks that are behind

    # @param folder [String]; @param names [Array<String>] names and addresses that it is opened under
    def initialize(folder, names)
      @folder = folder
      @names = names
    end

    # Files are made where they are missing, for other names, or about to end.
    # @return [Array(String, String)] paths of key and certificate
    def files(now: Time.now)
      FileUtils.mkdir_p(@folder, mode: 0o700)
      make_authority(now) unless fit?(trusted, now, authority: true)
      make(now) unless fit?(certificate, now) && vouched?
      [key, certificate]
    end

    # @return [Boolean] whether the one that is there ends soon
    def ends_soon?(now: Time.now) = !fit?(certificate, now)

    # @return [String] the file that a phone must trust
    def trusted = File.join(@folder, "#{stem}-trust-this.pem")

    private

    def stem = @names.first.tr(":", "-")
    def key = File.join(@folder, "#{stem}.key")
    def certificate = File.join(@folder, "#{stem}.pem")
    def authority_key = File.join(@folder, "#{stem}-authority.key")

    def fit?(path, now, authority: false)
      read = read(path) or return false
      return false if read.not_after - now < RENEWED_SECONDS || !read.check_private_key(private(path))

      authority || names_of(read) == @names.map { |name| san(name) }.sort
    rescue SystemCallError, OpenSSL::OpenSSLError
      false
    end

    def private(path) = OpenSSL::PKey.read(File.read(path == trusted ? authority_key : key))
    def read(path) = File.size?(path) && OpenSSL::X509::Certificate.new(File.read(path))
    def vouched? = read(certificate).verify(read(trusted).public_key)

    def names_of(read)
      text = read.extensions.find { |one| one.oid == "subjectAltName" }&.value.to_s
      text.split(", ").map { |name| name.sub("IP Address:", "IP:") }.sort
    end

    def make_authority(now)
      own = OpenSSL::PKey::EC.generate(CURVE)
      made = drawn("Mild Anvil at #{@names.first}", own, now, AUTHORITY_SECONDS)
      made.issuer = made.subject
      extend(made, made, "basicConstraints" => "critical,CA:TRUE,pathlen:0",
                         "keyUsage" => "critical,keyCertSign,cRLSign", "subjectKeyIdentifier" => "hash",
                         "nameConstraints" => "critical,#{permitted}")

      keep(authority_key, own, trusted, made.sign(own, OpenSSL::Digest.new("SHA256")))
    end

    def make(now)
      authority = read(trusted)
      own = OpenSSL::PKey::EC.generate(CURVE)
      made = drawn(@names.first, own, now, VALID_SECONDS)
      made.issuer = authority.subject
      extend(made, authority, "basicConstraints" => "critical,CA:FALSE",
                              "keyUsage" => "critical,digitalSignature", "extendedKeyUsage" => "serverAuth",
                              "subjectAltName" => @names.map { |name| san(name) }.join(","),
                              "subjectKeyIdentifier" => "hash", "authorityKeyIdentifier" => "keyid:always")

      keep(key, own, certificate, made.sign(private(trusted), OpenSSL::Digest.new("SHA256")))
    end

    def drawn(name, own, now, seconds)
      OpenSSL::X509::Certificate.new.tap do |made|
        made.version = 2
        made.serial = OpenSSL::BN.rand(120)
        made.subject = OpenSSL::X509::Name.new([["CN", name[0, 64]]])
        made.public_key = own
        made.not_before = now - SLACK_SECONDS
        made.not_after = made.not_before + seconds
      end
    end

    def extend(made, issuer, extensions)
      factory = OpenSSL::X509::ExtensionFactory.new(issuer, made)
      extensions.each do |name, value|
        plain = value.delete_prefix("critical,")
        made.add_extension(factory.create_extension(name, plain, plain != value))
      end
    end

    def keep(key_path, own, path, made)
      File.open(key_path, File::WRONLY | File::CREAT | File::TRUNC, 0o600) { |file| file.write(own.to_pem) }
      File.write(path, made.to_pem)
    end

    def san(name) = "#{address?(name) ? 'IP' : 'DNS'}:#{name}"

    # A name of one kind alone would leave those of the other free.
    def permitted
      addresses, words = @names.partition { |name| address?(name) }
      words = ["localhost"] if words.empty?
      addresses = ["127.0.0.1"] if addresses.empty?
      [*words.map { |name| "permitted;DNS:#{name}" }, *addresses.map do |name|
        "permitted;IP:#{masked(name)}"
      end].join(",")
    end

    def masked(name)
      "#{name}/#{IPAddr.new(name).ipv6? ? 'ffff:ffff:ffff:ffff:ffff:ffff:ffff:ffff' : '255.255.255.255'}"
    end

    def address?(name)
      IPAddr.new(name)
      true
    rescue IPAddr::Error
      false
    end
  end
end
