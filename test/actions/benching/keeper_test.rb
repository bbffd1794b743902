# frozen_string_literal: true

require_relative "../../test_helper"
require_relative "../../support/patience"

# Journals that wait to become pulls: one that takes its time, or fails, holds up no other.
class KeeperTest < CoreCase
  include Patience

  Benching = MildAnvil::Actions::Benching

  def test_a_slow_one_and_a_faulty_one_hold_up_no_other
    kept = Queue.new
    gate = Queue.new
    tries = Hash.new(0)
    keep = lambda do |path|
      tries[path] += 1
      gate.pop if path == "slow"
      raise NoMethodError, "odd" if path == "faulty"
      raise Errno::EACCES, "later" if path == "away" && tries[path] == 1

      kept << path
    end
    _, err = capture_io do
      Benching::KeepRun.stub(:call, keep) do
        keeper = Benching::Keeper.new
        %w[slow faulty away quick].each { |path| keeper.add(path) }
        assert_equal "quick", Timeout.timeout(5) { kept.pop }
        assert_equal "away", Timeout.timeout(8) { kept.pop }
        gate << true
        assert_equal "slow", Timeout.timeout(5) { kept.pop }
        keeper.stop
      end
    end

    assert_match(/faulty: .*odd/m, err)
  end
end
