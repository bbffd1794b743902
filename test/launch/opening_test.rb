# frozen_string_literal: true

require "bundler/setup"
require "minitest/autorun"
require "tmpdir"
require_relative "../../launch/launch"
require_relative "../../launch/opening"

# Opening the pages to a network: what it is served with, where it answers, and what speaks plainly to it.
class OpeningTest < Minitest::Test
  YEAR = 365 * 86_400

  def setup = @folder = Dir.mktmpdir

  def teardown
    @pid && Launch.end_process(@pid, within: 10)
    FileUtils.rm_rf(@folder)
  end

  def made(*names) = Launch::Certificate.new(File.join(@folder, "tls"), names)
  def read(path) = OpenSSL::X509::Certificate.new(File.read(path))

  def said(certificate) = certificate.extensions.to_h { |one| [one.oid, [one.value, one.critical?]] }

  # As a phone does that was told to trust the one file.
  def trusted?(certificate, by:, at: Time.now)
    store = OpenSSL::X509::Store.new.tap { |one| one.add_file(by) }
    store.time = at
    store.purpose = OpenSSL::X509::PURPOSE_SSL_SERVER
    store.verify(certificate)
  end

  def test_the_certificate_has_what_phones_ask
    one = made("anvil.shop.example", "192.168.7.5")
    key, file = one.files
    leaf = read(file)

    assert trusted?(leaf, by: one.trusted)
    assert OpenSSL::SSL.verify_certificate_identity(leaf, "192.168.7.5")
    assert OpenSSL::SSL.verify_certificate_identity(leaf, "anvil.shop.example")
    refute OpenSSL::SSL.verify_certificate_identity(leaf, "elsewhere.example")
    assert_operator leaf.not_after - leaf.not_before, :<=, YEAR
    { "basicConstraints" => ["CA:FALSE", true], "keyUsage" => ["Digital Signature", true],
      "extendedKeyUsage" => ["TLS Web Server Authentication", false] }
      .each { |oid, value| assert_equal value, said(leaf)[oid], oid }
    assert_equal [2, 0o600], [leaf.version, File.stat(key).mode & 0o777]
    assert leaf.check_private_key(OpenSSL::PKey.read(File.read(key)))
  end

  # Who steals its key cannot stand between a phone and anybody else.
  def test_the_authority_vouches_for_its_own_names_alone
    one = made("anvil.shop.example")
    one.files
    authority = read(one.trusted)
    assert_equal ["CA:TRUE, pathlen:0", true], said(authority)["basicConstraints"]
    assert trusted?(foreign(one, "anvil.shop.example"), by: one.trusted)

    ["bank.example", "10.0.0.1"].each { |name| refute trusted?(foreign(one, name), by: one.trusted), name }
  end

  # Signed with the authority's own key, for a name that somebody chose.
  def foreign(one, name)
    authority = read(one.trusted)
    key = OpenSSL::PKey.read(File.read(one.send(:authority_key)))
    leaf = one.send(:drawn, name, OpenSSL::PKey::EC.generate("prime256v1"), Time.now, YEAR)
    leaf.issuer = authority.subject
    one.send(:extend, leaf, authority, "basicConstraints" => "critical,CA:FALSE",
                                       "subjectAltName" => one.send(:san, name))
    leaf.sign(key, OpenSSL::Digest.new("SHA256"))
  end

  def test_it_is_renewed_before_it_ends_and_phones_trust_it_still
    one = made("anvil.shop.example")
    _, file = one.files
    before = File.read(file)
    trusted = File.read(one.trusted)
    later = Time.now + (320 * 86_400)
    refute one.ends_soon?(now: later)
    one.files(now: later)
    assert_equal before, File.read(file)
    later += 20 * 86_400
    assert one.ends_soon?(now: later)
    one.files(now: later)

    refute_equal before, File.read(file)
    assert_equal trusted, File.read(one.trusted)
    assert trusted?(read(file), by: one.trusted, at: later)
  end

  def test_what_is_harmed_or_for_other_names_is_made_anew
    one = made("anvil.shop.example")
    key, file = one.files
    File.write(key, "harmed")
    one.files
    assert read(file).check_private_key(OpenSSL::PKey.read(File.read(key)))
    other = made("anvil.shop.example", "10.1.2.3")
    _, again = other.files

    assert OpenSSL::SSL.verify_certificate_identity(read(again), "10.1.2.3")
  end

  def opening(**given) = Launch::Opening.new(port: 4999, folder: File.join(@folder, "tls"), **given)

  def test_the_address_that_is_printed_is_one_that_answers
    assert_equal "http://127.0.0.1:4999", opening(host: "127.0.0.1").address
    all = opening(host: "0.0.0.0")
    refute_match(/0\.0\.0\.0|::/, all.address)
    TCPServer.open(all.names.first, 0) { |server| assert server.addr }
    assert_includes all.environment["PERMITTED_HOSTS"].split(","), all.names.first
    assert_equal [all.trusted, "", "1"],
                 [all.trusted, *all.environment.values_at("MILD_ANVIL_HSTS", "MILD_ANVIL_NETWORK")]
  end

  def test_a_host_that_is_not_of_this_machine_is_told_with_those_that_are
    ["192.0.2.77", "no-such-host.invalid"].each do |host|
      trouble = assert_raises(Launch::Trouble) { opening(host: host) }
      assert_match(/is no address of this machine/, trouble.message)
      assert_match(Regexp.new(Regexp.escape(Socket.gethostname)), trouble.mend)
    end
  end

  # As docs/operations.md says it: the name under which a proxy passes requests on.
  def test_the_name_of_a_proxy_is_permitted_too
    ENV["PERMITTED_HOSTS"] = "anvil.shop.example"

    assert_equal "anvil.shop.example", opening(host: "127.0.0.1").environment["PERMITTED_HOSTS"]
    assert_includes opening(host: "0.0.0.0").environment["PERMITTED_HOSTS"].split(","), "anvil.shop.example"
  ensure
    ENV.delete("PERMITTED_HOSTS")
  end

  # Debian gives a machine's own name to its loopback: printed, it would be an address that no phone reaches.
  def test_a_name_that_means_the_machine_itself_is_told
    ["localhost", "127.0.0.2"].each do |host|
      trouble = assert_raises(Launch::Trouble) { opening(host: host) }
      assert_match(/means .* where nobody else reaches it/, trouble.message)
      assert_match(/leave --host out/, trouble.mend)
    end
  end

  def test_a_name_is_opened_with_the_address_that_it_stands_for
    address = opening(host: "0.0.0.0").names.first
    one = opening(host: address)
    scheme = address == "127.0.0.1" ? "http" : "https" # a machine without a network has nothing else

    assert_equal [[address], "#{scheme}://#{address}:4999"], [one.names, one.address]
  end

  def test_a_certificate_of_the_shops_own_is_used_with_its_key_alone
    key, file = made("0.0.0.0").files
    other, = Launch::Certificate.new(File.join(@folder, "other"), ["0.0.0.0"]).files
    own = opening(host: "0.0.0.0", certificate: file, key: key)

    assert_equal [nil, "1", false], [own.trusted, own.environment["MILD_ANVIL_HSTS"], own.renewed?]
    assert_includes own.binding, file
    { { certificate: file } => /needs its key/, { certificate: file, key: other } => /has another key/,
      { certificate: "/no/such", key: key } => /cannot be used/ }.each do |given, words|
      assert_match words, assert_raises(Launch::Trouble) { opening(host: "0.0.0.0", **given) }.message
    end
  end

  # A web server as it is started, with an application that says what it was asked.
  def served
    @opening = Launch::Opening.new(host: "0.0.0.0", port: Launch.any_free_port, folder: File.join(@folder, "tls"))
    command = Launch.web_server(@opening.binding)[0...-1]
    command[command.index("--workers") + 1] = "0"
    said = { %i[out err] => File.join(@folder, "log"), chdir: Launch::ROOT }
    @pid = Process.spawn(@opening.environment, *command, "test/support/tiny.ru", **said)
    deadline = Launch.now + 30
    sleep 0.1 until Launch.now > deadline || listens?
  end

  def listens?
    TCPSocket.new(@opening.names.first, @opening.port).close
    true
  rescue SystemCallError
    false
  end

  def plainly(request)
    TCPSocket.open(@opening.names.first, @opening.port) do |line|
      line.write(request)
      line.read
    end
  end

  def over_tls(verb = Net::HTTP::Get, **options)
    uri = URI(@opening.address)
    Net::HTTP.start(uri.host, uri.port, use_ssl: true, ca_file: @opening.trusted, **options) { |http| http.request(verb.new("/")) }
  end

  # Of no verb that there is.
  class Juggle < Net::HTTPRequest
    METHOD = "JUGGLE"
    REQUEST_HAS_BODY = false
    RESPONSE_HAS_BODY = true
  end

  def test_over_the_network_it_speaks_tls_of_today_and_tells_who_speaks_plainly
    served

    assert_equal "GET https", over_tls.body
    assert_equal "JUGGLE https", over_tls(Juggle).body, "the application answers, whatever the verb"
    told = plainly("GET /lots/3 HTTP/1.1\r\nHost: x\r\n\r\n")
    assert_match(%r{\AHTTP/1.1 307 .*^Location: #{Regexp.escape(@opening.address)}/lots/3\r$}m, told)
    assert_match(%r{\AHTTP/1.1 426 .*This is opened over TLS}m,
                 plainly("POST /api/sign-in HTTP/1.1\r\nHost: x\r\n\r\n{}"))
    assert_match(%r{\AHTTP/1.1 (307|426)}, plainly("\r\n\r\nnonsense"))
    assert_equal "GET https", over_tls.body, "and goes on"
    assert_raises(OpenSSL::SSL::SSLError) { over_tls(max_version: OpenSSL::SSL::TLS1_1_VERSION) }
    assert_raises(OpenSSL::SSL::SSLError) { over_tls(max_version: OpenSSL::SSL::TLS1_2_VERSION, ciphers: "AES128-SHA") }
    assert_equal "GET https", over_tls(max_version: OpenSSL::SSL::TLS1_2_VERSION).body
  end
end
