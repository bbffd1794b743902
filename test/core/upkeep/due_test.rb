# frozen_string_literal: true

require "date"
require_relative "../../test_helper"

# When something is examined again, or retired.
class UpkeepDueTest < CoreCase
  Upkeep = MildAnvil::Core::Upkeep
  TODAY = Date.new(2026, 11, 27)

  def test_a_year_after_it_passed_it_is_due_again
    assert_equal ["ok", Date.new(2027, 11, 20)], due({ months: 12 }, [record(TODAY - 7)]).to_h.values_at(:state, :on)
    assert_equal "soon", due({ months: 12 }, [record((TODAY << 12) + 30)]).state
    assert_equal "ok", due({ months: 12 }, [record((TODAY << 12) + 31)]).state
    assert_match(/due today/, due({ months: 12 }, [record(TODAY << 12)]).words)
    assert_match(/overdue since 26 November 2026/, due({ months: 12 }, [record((TODAY << 12) - 1)]).words)
  end

  def test_before_anything_was_done_it_counts_from_where_the_rule_says
    assert_equal "due", due({ months: 6, since: TODAY << 7 }).state
  end

  def test_what_failed_is_not_to_be_used_until_it_passes
    assert_equal "failed", due({ months: 12 }, [record(TODAY - 9), record(TODAY - 2, "failed")]).state
    assert_equal "ok", due({ months: 12 }, [record(TODAY - 9, "failed"), record(TODAY - 2)]).state
  end

  def test_uses_come_due_before_the_date_does
    rule = { months: 12, uses: 500 }

    assert_equal(%w[ok soon due due], [449, 450, 500, 700].map do |uses|
      due(rule, [record(TODAY - 7)], uses: uses).state
    end)
    assert_match(/51 of 500 uses left/, due({ uses: 500 }, [], uses: 449).words)
  end

  def test_an_overload_asks_for_a_check_until_one_passes_after_it
    rule = { after_overload: true }

    assert_equal "due", due(rule, [record(TODAY - 20)], overloaded_on: TODAY - 3).state
    assert_equal "ok", due(rule, [record(TODAY - 2)], overloaded_on: TODAY - 3).state
    assert_equal "ok", due(rule, []).state
  end

  def test_no_examination_makes_a_sling_younger
    rule = { months: 120, retires: true, since: TODAY << 121 }

    assert_equal "due", due(rule, [record(TODAY - 5)]).state
    assert_equal "retired", due(rule, [record(TODAY, "retired")]).state
  end

  private

  def due(rule, records = [], **rest)
    Upkeep::Due.new(Upkeep::Due::Rule.new(since: TODAY << 6, **rule), records, **rest).on(TODAY)
  end

  def record(day, result = "passed") = Upkeep::Due::Record.new(done_on: day, result: result)
end
