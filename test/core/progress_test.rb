# frozen_string_literal: true

require_relative "../test_helper"

class ProgressTest < CoreCase
  Progress = MildAnvil::Core::Plan::Progress
  Stated = Struct.new(:minimum)

  def next_step(planned, pulled, judged, minimum: true, signed: false)
    Progress.new(planned: planned, pulled: pulled, judged: judged, statement: Stated.new(minimum || nil),
                 signed: signed).next_step
  end

  def test_the_next_step_follows_from_the_counts
    assert_equal :pull, next_step(6, 0, 0)
    assert_equal :judge, next_step(6, 4, 3)
    assert_equal :pull, next_step(6, 4, 4)
    assert_equal :sign, next_step(6, 6, 6)
    assert_equal :sign, next_step(nil, 3, 3)
    assert_equal :more, next_step(1, 1, 1, minimum: false)
    assert_equal :done, next_step(6, 6, 6, signed: true)
  end
end
