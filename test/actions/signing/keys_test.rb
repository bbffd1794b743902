# frozen_string_literal: true

require_relative "../../support/store_case"
require "tmpdir"

# The key that signs here, those of others, and how one follows another.
class KeysTest < StoreCase
  Signing = Actions::Signing
  KeyFile = MildAnvil::Store::KeyFile

  def in_a_folder
    Dir.mktmpdir do |folder|
      before = ENV.fetch("MILD_ANVIL_VAR", nil)
      ENV["MILD_ANVIL_VAR"] = folder
      yield folder
    ensure
      ENV["MILD_ANVIL_VAR"] = before
    end
  end

  def test_it_is_made_once_and_read_by_nobody_else
    in_a_folder do
      keys = Array.new(4) { Thread.new { KeyFile.key.public_to_pem } }.map(&:value)

      assert_equal 1, keys.uniq.size
      assert_equal 0o600, File.stat(KeyFile.path).mode & 0o777
      File.write(KeyFile.path, "nothing")
      error = assert_raises(MildAnvil::Conflict) { KeyFile.key }
      assert_match(/The signing key in .* cannot be read .* a new one is made/, error.message)
      assert_match(/cannot be read/, Actions::DailyVerify.show[:key])
      File.write(KeyFile.path, "")
      assert_raises(MildAnvil::Conflict) { Signing::Keys.own }
    end
  end

  def test_a_new_key_is_signed_by_the_one_before
    in_a_folder do
      before = Signing::Keys.own
      assert_raises(MildAnvil::InvalidInput) { Signing::Keys.replace(person_id: person.id, reason: " ") }
      after = Signing::Keys.replace(person_id: person.id, reason: "the old disk was sold")

      refute_equal before.fingerprint, after.fingerprint
      assert_equal after.fingerprint, Signing::Keys.own.fingerprint
      assert_predicate after.succession, :genuine?
      assert_equal [after.fingerprint, before.fingerprint], after.succession.content.values_at("fingerprint", "follows")
      shown = Signing::Keys.list
      assert_equal([[after.id, true, true], [before.id, false, false]], shown.map do |key|
        key.values_at(:id, :signs, :sworn)
      end)
    end
  end

  # A disk that was lost with its key: the next one signs, and nobody vouches for it.
  def test_a_key_that_no_earlier_one_vouches_for_says_so
    in_a_folder { Signing::Keys.own }
    in_a_folder do
      Signing::Keys.own
      assert_equal([[true, false], [false, false]], Signing::Keys.list.first(2).map do |key|
        key.values_at(:signs, :sworn)
      end)
    end
  end

  def test_what_is_believed_is_an_administrators_word_that_can_be_taken_back
    key = Signing::Keys.know(OpenSSL::PKey.generate_key("ED25519").public_to_pem, name: "Weir")

    refute_predicate key, :believed?
    Signing::Keys.trust(key.id, trusted: true, reason: "by telephone", person_id: person.id)
    assert_predicate key.refresh, :believed?
    Signing::Keys.trust(key.id, trusted: false, reason: "stolen", person_id: person.id)
    refute_predicate Models::SigningKey[key.id], :believed?
    assert_raises(MildAnvil::InvalidInput) { Signing::Keys.trust(Signing::Keys.own.id, trusted: false, reason: "x", person_id: person.id) }
    assert_raises(MildAnvil::InvalidInput) { Signing::Keys.know("no key", name: "") }
    assert_raises(MildAnvil::InvalidInput) { Signing::Keys.know(OpenSSL::PKey::RSA.new(1024).public_to_pem, name: "") }
  end

  def test_in_a_backup_it_lies_under_a_passphrase
    locked = KeyFile.locked("four words of mine")

    refute_includes Base64.decode64(locked), "BEGIN PRIVATE KEY"
    assert_equal KeyFile.key.private_to_pem, KeyFile.unlocked(locked, "four words of mine")
    assert_raises(MildAnvil::InvalidInput) { KeyFile.unlocked(locked, "other words") }
  end
end
