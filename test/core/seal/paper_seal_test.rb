# frozen_string_literal: true

require_relative "../../test_helper"
require_relative "../../support/sealed_paper"
require "pdf-reader"

# The seal under the bytes of a paper.
class PaperSealTest < CoreCase
  include SealedPaper

  def test_a_paper_as_it_was_signed_is_genuine_and_opens_as_before
    bytes = sealed_pdf
    read = PaperSeal.read(bytes)

    assert_equal [true, true], [read.genuine, read.whole]
    assert_equal "Loop", read.sealed.content["name"]
    assert_equal Sealed.fingerprint(KEY), read.sealed.fingerprint
    assert_equal ["Minimum 7.4 kN"], PDF::Reader.new(StringIO.new(bytes)).pages.map(&:text)
  end

  # Every byte counts: those of the paper, of the seal, and of what stands behind it.
  def test_no_byte_can_be_changed
    bytes = sealed_pdf
    places = (0...bytes.bytesize).step(97).to_a + ((bytes.bytesize - 60)...bytes.bytesize).to_a
    kept = places.select do |at|
      read = PaperSeal.read(changed(bytes, at))
      read&.genuine && read.whole
    end

    assert_empty kept
  end

  def test_nothing_can_be_put_before_behind_or_in_between
    bytes = sealed_pdf
    ["#{bytes} ", "#{bytes}%%EOF\n", "%x\n#{bytes}".b, bytes.sub("startxref", "x\nstartxref"), bytes * 2,
     pdf].each do |other|
      read = PaperSeal.read(other)
      refute read&.genuine && read.whole
    end
  end

  def test_a_seal_of_another_key_names_another_key
    other = OpenSSL::PKey.generate_key("ED25519")

    refute_equal Sealed.fingerprint(KEY), PaperSeal.read(sealed_pdf(key: other)).sealed.fingerprint
    lying = Sealed.new(text: "x", public_pem: KEY.public_to_pem, signature: Sealed.make("x", other).signature)
    refute_predicate lying, :genuine?
  end

  def test_what_is_no_seal_is_told_from_one
    ["", "{}", "[]", '{"text":1,"key":"k","signature":"s"}', "\xFF"].each { |line| assert_nil Sealed.read(line) }
    refute_predicate Sealed.new(text: "x", public_pem: "nothing", signature: "?"), :genuine?
    refute_predicate Sealed.new(text: "x", public_pem: KEY.public_to_pem, signature: "AAAA"), :genuine?
    assert_nil Sealed.new(text: "x", public_pem: OpenSSL::PKey::RSA.new(1024).public_to_pem, signature: "").fingerprint
    assert_raises(ArgumentError) { PaperSeal.append("no pdf", {}) }
  end

  # RFC 8032, 7.1, test 2: one key, one message, one signature, by anybody.
  def test_it_is_the_published_scheme
    seed = ["4ccd089b28ff96da9db6c346ec114e0f5b8a319f35aba624da8cf6ed4fb8a6fb"].pack("H*")
    key = OpenSSL::PKey.read(OpenSSL::ASN1::Sequence([OpenSSL::ASN1::Integer(0),
                                                      OpenSSL::ASN1::Sequence([OpenSSL::ASN1::ObjectId("ED25519")]),
                                                      OpenSSL::ASN1::OctetString("\x04\x20".b + seed)]).to_der)
    signature = "92a009a9f0d4cab8720e820b5f642540a2b27b5416503f8fb3762223ebdb69da" \
                "085ac1e43e15996e458f3613d0f11d8c387b2eaeb4302aeeb00d291612bb0c00"

    assert_equal signature, Base64.decode64(Sealed.make("\x72", key).signature).unpack1("H*")
  end
end
