# frozen_string_literal: true

require_relative "../support/web_case"
require "minitest/mock"

# What is dear is let through a few at a time, and the rest is told to come again.
class TurnstileTest < WebCase
  Turnstile = MildAnvil::Web::Turnstile

  # @return [Array(Integer, Integer, Integer)] let through, turned away, the most that were inside at once
  def crowd(turnstile, count)
    inside = most = 0
    guard = Mutex.new
    answers = Array.new(count) do
      Thread.new do
        turnstile.pass do
          guard.synchronize { most = [most, inside += 1].max }
          sleep 0.2
          guard.synchronize { inside -= 1 }
          :through
        end
      end
    end.map(&:value)
    [answers.count(:through), answers.count(nil), most]
  end

  def test_a_few_at_a_time_a_few_wait_and_the_rest_is_turned_away
    assert_equal [4, 8, 2], crowd(Turnstile.new(at_once: 2, waiting: 2), 12)
  end

  def test_nobody_waits_for_ever
    through, away, = crowd(Turnstile.new(at_once: 1, waiting: 3, wait: 0.05), 4)

    assert_equal [1, 3], [through, away]
  end

  # Whatever happened inside, its place is free again.
  def test_a_place_is_given_back_by_errors_and_by_throws
    turnstile = Turnstile.new(at_once: 1, waiting: 0)
    3.times do
      assert_raises(ArgumentError) { turnstile.pass { raise ArgumentError } }
      assert_equal(:out, catch(:halt) { turnstile.pass { throw :halt, :out } })
    end

    assert_equal(:through, turnstile.pass { :through })
  end

  def test_a_crowd_at_the_door_is_told_and_those_who_sign_out_are_not_among_it
    as(nil)
    MildAnvil::Web::SignIn::TURNSTILE.stub(:pass, ->(&_) {}) do
      post "https://127.0.0.1/api/sign-in", JSON.generate(login: "x", password: "y"),
           "CONTENT_TYPE" => "application/json"
      assert_equal [429, "3"], [last_response.status, last_response["retry-after"]]
      assert_match(/Too many sign in at this moment/, JSON.parse(last_response.body).dig("error", "message"))
      post "https://127.0.0.1/api/sign-out", "{}", "CONTENT_TYPE" => "application/json"
      refute_equal 429, last_response.status
    end
  end
end
