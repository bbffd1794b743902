# frozen_string_literal: true

require_relative "certificate"

module Launch
  # Where the pages are opened: on this machine alone, or to a network over TLS, under names that answer.
  class Opening
    LOOPBACK = "127.0.0.1"
    EVERYWHERE = %w[0.0.0.0 ::].freeze
    CIPHERS = %w[ECDHE-ECDSA-AES128-GCM-SHA256 ECDHE-ECDSA-AES256-GCM-SHA384 ECDHE-ECDSA-CHACHA20-POLY1305
                 ECDHE-RSA-AES128-GCM-SHA256 ECDHE-RSA-AES256-GCM-SHA384 ECDHE-RSA-CHACHA20-POLY1305].join(":")
    PARAMETERS = "no_tlsv1_1=true&ssl_cipher_filter=#{CIPHERS}".freeze

    attr_reader :port

    # @param certificate [String, nil] a file of the shop's own; @param key [String, nil] its key
    # @raise [Trouble] for a host that is no address of this machine, or files that do not fit
    def initialize(host:, port:, certificate: nil, key: nil, folder: File.join(VAR, "tls"))
      @host = host
      @port = port
      @folder = folder
      @given = [key, certificate]
      check! if network?
    end

    def network? = @host != LOOPBACK
    def own_certificate? = !@given.last.nil?

    # @return [String] an address that answers
    def address = network? ? "https://#{bracketed(names.first)}:#{port}" : "http://#{LOOPBACK}:#{port}"

    # @return [Array<String>] names and addresses that it is reached by; the first is printed
    def names
      @names ||= (EVERYWHERE.include?(@host) ? [*addresses, Socket.gethostname] : [@host, *meant]).uniq
    end

    # @return [String] as the web server is told
    def binding
      return "tcp://#{LOOPBACK}:#{port}" unless network?

      key, file = files
      "ssl://#{bracketed(@host)}:#{port}?key=#{key}&cert=#{file}&#{PARAMETERS}"
    end

    # @return [Hash] for the environment of the web server
    def environment
      given = ENV.fetch("PERMITTED_HOSTS", "").split(",") # of a proxy in front of it
      return { "PERMITTED_HOSTS" => given.join(",") } unless network?

      { "PERMITTED_HOSTS" => (names.flat_map { |name| [name, bracketed(name)] } + given).uniq.join(","),
        "MILD_ANVIL_ADDRESS" => address, "MILD_ANVIL_NETWORK" => "1",
        "MILD_ANVIL_HSTS" => own_certificate? ? "1" : "" }
    end

    # @return [String, nil] the file that a phone must trust
    def trusted = network? && !own_certificate? ? made.trusted : nil

    # @return [Boolean] whether the certificate of ours was made anew, so that the server must read it
    def renewed?
      return false if !network? || own_certificate? || !made.ends_soon?

      made.files
      true
    end

    private

    def made = @made ||= Certificate.new(@folder, names)
    def files = own_certificate? ? @given : made.files
    def bracketed(name) = name.include?(":") ? "[#{name}]" : name

    # What others reach this machine by; the loopback where there is nothing else.
    def addresses
      four, six = Socket.ip_address_list.reject { |one| aside?(one) }.partition(&:ipv4?)
      found = @host == "0.0.0.0" ? four : four + six
      found.empty? ? [LOOPBACK] : found.map(&:ip_address)
    end

    # What a name stands for here.
    def meant = Addrinfo.getaddrinfo(@host, nil, nil, :STREAM).map { |one| one.ip_address.sub(/%.*/, "") }.uniq

    def aside?(one) = one.ipv4_loopback? || one.ipv6_loopback? || one.ipv6_linklocal?

    def check!
      TCPServer.new(@host, 0).close
      reached_by_others!
      own_certificate? && check_files!
    rescue SocketError, SystemCallError => e
      raise Trouble.new("#{@host} is no address of this machine (#{e.message.split(' - ').first})",
                        mend: "give --host one of: #{[*addresses, Socket.gethostname].join(', ')}, or 0.0.0.0 for all")
    end

    # Many a machine has its own name for its loopback.
    def reached_by_others!
      return if EVERYWHERE.include?(@host) || meant.any? { |address| !IPAddr.new(address).loopback? }

      raise Trouble.new("#{@host} means #{meant.first} on this machine, where nobody else reaches it",
                        mend: "leave --host out, or give one of: #{addresses.join(', ')}, or 0.0.0.0 for all")
    end

    def check_files!
      key, file = @given
      raise Trouble.new("a certificate needs its key", mend: "give both --certificate and --key") if key.nil?

      read = OpenSSL::X509::Certificate.new(File.read(file))
      return if read.check_private_key(OpenSSL::PKey.read(File.read(key))) && read.not_after > Time.now

      raise Trouble.new("#{file} has another key than #{key}, or has ended", mend: "give the two that belong together")
    rescue SystemCallError, OpenSSL::OpenSSLError => e
      raise Trouble.new("the certificate cannot be used: #{e.message}", mend: "give PEM files that this user may read")
    end
  end
end
