# frozen_string_literal: true

require "socket"

# In front of the web server's TLS: a line that does not begin as TLS does is answered in the clear with where to go,
# and closed. What was sent in the clear is not taken.
module PlainHttp
  HANDSHAKE = "\x16".b
  MOST_BYTES = 4096
  LOOKS = %w[GET HEAD].freeze

  class << self
    attr_reader :address

    # @param address [String] https://…
    def tell(address)
      require "puma"
      require "puma/minissl"
      @address = address
      Puma::MiniSSL::Socket.prepend(self)
    end
  end

  def read_nonblock(*)
    met unless @met
    super
  end

  def readpartial(*)
    met unless @met
    super
  end

  # @param sent [String] the beginning of a request
  # @return [String]
  def self.answer(sent)
    verb, path = sent.b.lines.first.to_s.split
    target = "#{address}#{path if path.to_s.match?(%r{\A/[\x21-\x7E]*\z}n)}"
    words = "This is opened over TLS: #{target}\n"
    status = "426 Upgrade Required\r\nUpgrade: TLS/1.2"
    status = "307 Temporary Redirect\r\nLocation: #{target}" if LOOKS.include?(verb)
    "HTTP/1.1 #{status}\r\nContent-Type: text/plain; charset=utf-8\r\nContent-Length: #{words.bytesize}\r\n" \
      "Connection: close\r\n\r\n#{words}"
  end

  private

  def met
    first = @socket.recv_nonblock(1, Socket::MSG_PEEK, exception: false)
    return if first == :wait_readable

    @met = true
    return if first.nil? || first.empty? || first.b == HANDSHAKE

    sent = @socket.read_nonblock(MOST_BYTES, exception: false)
    @socket.write(PlainHttp.answer(sent.is_a?(String) ? sent : ""))
    @socket.close_write
    raise EOFError, "plain HTTP"
  end
end
