# frozen_string_literal: true

require_relative "../support/web_case"
require "rotp"

# A code from a phone beside the password: set up, asked for, lost, and asked of reviewers and administrators.
class SecondFactorTest < WebCase
  PASSWORD = "correct horse battery"

  def setup
    super
    as(nil)
    @reviewer = someone("reviewer")
    @administrator = someone("administrator")
  end

  def someone(*roles)
    Actions::ManagePeople.add(name: "Some #{roles.first}", login: "some-#{SecureRandom.hex(4)}", roles: roles,
                              password_hash: MildAnvil::Web::SignIn.password_hash(PASSWORD))
  end

  def ask(path, **body)
    post "https://127.0.0.1#{path}", JSON.generate(body), "CONTENT_TYPE" => "application/json"
    [last_response.status, JSON.parse(last_response.body)]
  end

  def sign_in(somebody)
    clear_cookies
    ask("/api/sign-in", login: somebody.account.login, password: PASSWORD).first
  end

  def session = JSON.parse(get("https://127.0.0.1/api/session").body)
  def inside? = !session["person"].nil?
  def needed = session.dig("second_factor", "needed")
  def roles_asked(*roles) = Actions::SecondFactor.ask(roles: roles, person_id: @administrator.id)

  # @return [Array(ROTP::TOTP, Array<String>)] the phone, and the recovery codes
  def phone_and_codes(password = PASSWORD)
    _, told = ask("/api/second-factor")
    secret, raw, qr = told.fetch("second_factor").values_at("otp_secret", "otp_raw_secret", "qr")
    assert_match(/<svg/, qr)
    phone = ROTP::TOTP.new(secret, issuer: "Mild Anvil")
    _, told = ask("/api/second-factor", otp_secret: secret, otp_raw_secret: raw, otp: phone.now, password: password)
    [phone, told.dig("second_factor", "recovery_codes")]
  end

  # A code is good once, and the next one comes half a minute later.
  def later = DATABASE[:account_otp_keys].update(last_use: Time.now - 120)

  def test_who_has_one_is_let_in_by_both
    sign_in(@reviewer)
    phone, codes = phone_and_codes
    assert_equal [true, 8], [inside?, codes.uniq.size]
    later
    assert_equal 200, sign_in(@reviewer)
    assert_equal [false, "code", []], [inside?, needed, session["allowed"] - session_of_nobody]
    get "https://127.0.0.1/api/today"
    assert_equal 401, last_response.status
    assert_equal 422, ask("/api/sign-in/code", otp: "000000").first
    assert_equal 200, ask("/api/sign-in/code", otp: phone.now).first
    assert_predicate self, :inside?
    sign_in(@reviewer)
    assert_equal 422, ask("/api/sign-in/code", otp: phone.now).first, "a code is good once"
    refute_predicate self, :inside?
  end

  def session_of_nobody
    clear_cookies
    session["allowed"].tap { sign_in(@reviewer) }
  end

  def test_a_recovery_code_is_good_once_and_told
    sign_in(@reviewer)
    _, codes = phone_and_codes
    refute_includes DATABASE[:account_recovery_codes].select_map(:code), codes.first.delete("-"), "not as it is"
    sign_in(@reviewer)
    assert_equal 422, ask("/api/sign-in/recovery", "recovery-code": "AAAA-AAAA-AAAA-AAAA").first
    assert_equal 200, ask("/api/sign-in/recovery", "recovery-code": codes.first.downcase.tr("-", " ")).first
    assert_predicate self, :inside?
    sign_in(@reviewer)
    assert_equal 422, ask("/api/sign-in/recovery", "recovery-code": codes.first).first
    assert_includes DATABASE[:events].select_map(:action), "use_recovery_code"
  end

  def test_wrong_codes_lock_codes_and_a_recovery_code_opens
    sign_in(@reviewer)
    phone, codes = phone_and_codes
    later
    sign_in(@reviewer)
    MildAnvil::Web::SecondFactor::WRONG_CODES.times { ask("/api/sign-in/code", otp: "123") }
    status, told = ask("/api/sign-in/code", otp: phone.now)
    assert_equal 403, status
    assert_match(/Too many wrong codes/, told.dig("error", "message"))
    assert_equal 200, ask("/api/sign-in/recovery", "recovery-code": codes.last).first
    assert_predicate self, :inside?
  end

  def test_it_can_be_asked_of_reviewers_and_administrators
    roles_asked("reviewer")
    sign_in(@reviewer)
    assert_equal [false, "set_up"], [inside?, needed]
    phone_and_codes
    assert_predicate self, :inside?
    assert_equal 403, ask("/api/second-factor/end", password: PASSWORD).first, "it stays while it is asked"
    sign_in(@administrator)
    assert_predicate self, :inside?
    sign_in(someone("technician"))
    assert_predicate self, :inside?
    assert_raises(MildAnvil::InvalidInput) { roles_asked("technician") }
  end

  # A session of before it was asked is outside at its next look.
  def test_it_is_asked_of_those_who_are_in
    sign_in(@reviewer)
    assert_predicate self, :inside?
    roles_asked("reviewer", "administrator")

    assert_equal [false, "set_up"], [inside?, needed]
  end

  def test_setting_one_up_needs_the_password_and_a_code_and_ends_other_sessions
    sign_in(@reviewer)
    _, told = ask("/api/second-factor")
    secret, raw = told.fetch("second_factor").values_at("otp_secret", "otp_raw_secret")
    code = ROTP::TOTP.new(secret).now
    [{ otp: code, password: "wrong" }, { otp: "000000", password: PASSWORD }].each do |given|
      refute_equal 200, ask("/api/second-factor", otp_secret: secret, otp_raw_secret: raw, **given).first
    end
    refute_equal 200, ask("/api/second-factor", otp_secret: ROTP::Base32.random, otp_raw_secret: raw, otp: code,
                                                password: PASSWORD).first, "a secret of one's own choosing"
    assert_equal 0, DATABASE[:account_otp_keys].count
    sessions = DATABASE[:account_active_session_keys].where(account_id: @reviewer.account.id)
    sessions.insert(account_id: @reviewer.account.id, session_id: "another", created_at: Time.now, last_use: Time.now)
    phone_and_codes

    assert_equal 1, sessions.count
  end

  def test_a_lost_phone_is_taken_away_by_an_administrator
    sign_in(@reviewer)
    phone_and_codes
    row = Actions::ManagePeople.list.find { |one| one[:id] == @reviewer.id }
    assert row[:second_factor]
    as(@administrator)
    call(:patch, "/api/people/#{@reviewer.id}", { version: row[:version], second_factor: false })
    as(nil)

    refute_predicate self, :inside?, "signed out with it"
    sign_in(@reviewer)
    assert_predicate self, :inside?
    assert_equal 0, DATABASE[:account_recovery_codes].count
  end

  def test_who_may_ask_it_and_what_the_chain_says
    as(@reviewer)
    call(:put, "/api/second-factor/asked", { roles: ["reviewer"] }, expect: 403)
    as(@administrator)
    assert_equal ["reviewer"], call(:put, "/api/second-factor/asked", { roles: ["reviewer"] })["asked_of"]
    told = DATABASE[:events].where(action: "ask_second_factor").first

    assert_equal @administrator.id, told[:person_id]
  end

  # Of somebody who gave no password there is nothing to set up or to enter.
  def test_without_a_password_none_of_it_answers
    MildAnvil::Web::SecondFactor.paths.each do |path|
      refute_equal 200, ask(path, otp: "1", "recovery-code": "x", password: PASSWORD).first, path
      post "https://127.0.0.1#{path}", "{}", "CONTENT_TYPE" => "application/json", "HTTP_ORIGIN" => "https://evil.example"
      assert_equal 403, last_response.status
    end
  end
end
