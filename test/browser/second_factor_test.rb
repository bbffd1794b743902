# frozen_string_literal: true

require_relative "../support/browser_case"
require "rotp"

# A code from a phone beside the password: asked of reviewers by an administrator, set up once, given at the door, lost.
class SecondFactorJourney < BrowserCase
  def setup
    super
    @reviewer = take_in("Isolde Marsh", "reviewer")
    @administrator = take_in("Maren Oake", "administrator")
  end

  def test_asked_of_reviewers_set_up_and_given
    asked_of_reviewers
    password_alone(@reviewer)
    assert_text "Your role signs in with a code from a phone, too"
    assert_accessible "setting up a second factor"
    secret = find("code").text.delete(" ")
    codes = phone_told(secret)
    assert_text "Isolde Marsh"
    given_at_the_door(secret)
    a_recovery_code_instead(codes.first)
  end

  def asked_of_reviewers
    sign_in(@administrator)
    visit "/people"
    check "every reviewer"
    assert_text "Whoever has none sets it up at the next look"
    assert_checked_field "every reviewer"
    assert_accessible "people"
    Capybara.reset_sessions!
  end

  def password_alone(person)
    visit "/"
    fill_in "Name", with: MildAnvil::Store::Models::Person[person.id].account.login
    fill_in "Password", with: PASSWORD
    click_on "Sign in"
  end

  def phone_told(secret)
    fill_in "The six digits that it shows now", with: ROTP::TOTP.new(secret).now
    fill_in "Your password, once more", with: PASSWORD
    click_on "Set it up"
    assert_text "Write these down"
    all("ol li").map(&:text).tap { click_on "They are written down" }
  end

  # A code is good once: the next one would come half a minute later.
  def given_at_the_door(secret)
    OwnerDatabase.connection[:account_otp_keys].update(last_use: Time.now - 120)
    Capybara.reset_sessions!
    password_alone(@reviewer)
    fill_in "Six digits", with: "000000"
    click_on "Go in"
    assert_text "The code is not right, or was used already"
    assert_accessible "the code of the phone"
    fill_in "Six digits", with: ROTP::TOTP.new(secret).now
    click_on "Go in"
    assert_text "Isolde Marsh"
  end

  def a_recovery_code_instead(code)
    Capybara.reset_sessions!
    password_alone(@reviewer)
    click_on "The phone is not here: use a recovery code"
    fill_in "One of the eight that you wrote down", with: code
    click_on "Go in"

    assert_text "Isolde Marsh"
  end
end
