# frozen_string_literal: true

require_relative "../../test_helper"

# How surely each finding holds: what lowers it, and that the gravest doubt is told.
class DoubtsTest < CoreCase
  Known = Struct.new(:travel, :noise_newtons, :peak_newtons, :time_axis, :spikes, :quiet, :quiet_after, :sigma_newtons,
                     :drift, :conditions, :steps, keyword_init: true) do
    def of(kind) = kind == Curve::Findings::Condition ? conditions.to_a : []
    def staircase? = !steps.nil?
    def recording = Curve::Recording.new
    def baseline = Struct.new(:drift_newtons).new(drift)
  end
  Rest = Curve::Rest::Quiet

  # A sound recording: 1 kN, a noise of 1 N, 100 Hz, a displacement, a long rest that did not move.
  def sound(**given)
    axis = Curve::TimeAxis.new(size: 1000, start_seconds: 0.0, interval_seconds: given.delete(:interval) || 0.01)
    Known.new(travel: :there, noise_newtons: 1.0, peak_newtons: 1000.0, time_axis: axis, spikes: [], drift: 0.0,
              quiet: Rest.new(first: 0, last: 99, level: 0.0, sigma: 1.0), sigma_newtons: 1.0, **given)
  end

  def judged(kind, newtons, extra, **given)
    finding = Curve::Finding.new(kind: kind, at_seconds: 1.0, force_newtons: newtons, because: "x", extra: extra)
    Curve::Doubts.judged(finding, sound(**given))
  end

  def confidence(...) = judged(...).confidence
  def doubt(...) = judged(...).doubt

  def fall(share, newtons: 800.0) = { sample: 500, after_newtons: newtons * (1 - share), drop_share: share }

  def test_what_is_far_from_every_limit_is_sure
    assert_equal ["sure", nil], judged(:first_failure, 800.0, fall(0.2)).to_a.last(2)
    assert_equal "sure", confidence(:peak, 1000.0, { sample: 500, missed_newtons: 2.0, lower_bound: false })
    assert_equal "sure", confidence(:zero, 0.0, {})
  end

  def test_a_zero_rests_on_enough_and_stays
    assert_equal "look", confidence(:zero, 0.0, {}, quiet: nil)
    assert_equal "likely", confidence(:zero, 0.0, {}, quiet: nil, quiet_after: sound.quiet)
    assert_equal "likely", confidence(:zero, 0.0, {}, quiet: Rest.new(first: 0, last: 9, level: 0.0, sigma: 1.0))
    assert_equal "likely", confidence(:zero, 0.0, {}, drift: -7.0)
    assert_equal "look", confidence(:zero, 0.0, {}, drift: 12.0)
    assert_equal "sure", confidence(:zero, 0.0, {}, drift: 12.0, sigma_newtons: 5.0)
    assert_match(/1\.2 % of the peak/, doubt(:zero, 0.0, {}, drift: 12.0))
  end

  def test_a_peak_between_samples_or_at_the_end_of_a_cell
    extra = { sample: 500, missed_newtons: 11.0, lower_bound: false }

    assert_equal "likely", confidence(:peak, 1000.0, extra)
    assert_match(/1\.1 % more/, doubt(:peak, 1000.0, extra))
    assert_equal "look", confidence(:peak, 1000.0, { **extra, lower_bound: true })
  end

  def test_a_fall_near_the_limit_or_the_noise
    assert_equal "likely", confidence(:first_failure, 800.0, fall(0.055))
    assert_equal "sure", confidence(:first_failure, 800.0, fall(0.065))
    assert_equal "likely", confidence(:first_failure, 800.0, fall(0.2), noise_newtons: 12.0)
    assert_equal "look", confidence(:first_failure, 800.0, fall(0.2), noise_newtons: 18.0)
    assert_match(/9 times the noise/, doubt(:first_failure, 800.0, fall(0.2), noise_newtons: 18.0))
    assert_equal "likely", confidence(:partial_failure, 800.0, fall(0.2), interval: 0.05)
    assert_equal "likely", confidence(:slip, 800.0, { **fall(0.2), certain: false })
    assert_equal "sure", confidence(:slip, 800.0, { **fall(0.2), certain: true })
  end

  def test_what_lies_beside_what_is_not_sound
    gap = Curve::Finding.new(kind: :dropout, extra: { sample: 490, last_sample: 498 })

    assert_equal "look", confidence(:first_failure, 800.0, fall(0.2), conditions: [gap])
    assert_match(/missing/, doubt(:first_failure, 800.0, fall(0.2), conditions: [gap]))
    assert_equal "likely", confidence(:first_failure, 800.0, fall(0.2), spikes: [502])
    assert_equal "sure", confidence(:first_failure, 800.0, fall(0.2), spikes: [503])
  end

  def test_a_break_near_the_limit_of_sudden
    broke = { sample: 500, speed: "sudden", fall_seconds: 0.02 }

    assert_equal "sure", confidence(:break, 1000.0, broke)
    assert_equal "likely", confidence(:break, 1000.0, { **broke, fall_seconds: 0.15 })
    assert_equal "likely", confidence(:break, 1000.0, { **broke, fall_seconds: 0.29 })
    assert_equal "likely", confidence(:break, 1000.0, { **broke, speed: "unknown" })
    assert_equal "look", confidence(:break, 440.0, broke)
    assert_equal "likely", confidence(:release, 440.0, { sample: 1 }, travel: nil)
  end

  def test_a_hold_that_is_short_unseen_or_near_what_was_wanted
    target = { seconds_at_or_above: 60.4, wanted_seconds: 60.0, lowest_above_limit_newtons: 20.0 }

    assert_equal "sure", confidence(:hold, 800.0, { seconds: 61.0, unseen_seconds: 0.0, target: nil })
    assert_equal "likely", confidence(:hold, 800.0, { seconds: 2.5, unseen_seconds: 0.0, target: nil })
    assert_equal "likely", confidence(:hold, 800.0, { seconds: 61.0, unseen_seconds: 0.0, target: nil }, travel: nil)
    assert_equal "sure",
                 confidence(:hold, 800.0, { seconds: 61.0, unseen_seconds: 0.0, target: nil }, travel: nil, steps: true)
    assert_equal "look", confidence(:hold, 800.0, { seconds: 61.0, unseen_seconds: 0.0, target: target })
    assert_equal "look", confidence(:hold, 800.0, { seconds: 61.0, unseen_seconds: 4.0, target: nil })
    kept = { **target, seconds_at_or_above: 62.0 }

    assert_equal "sure", confidence(:hold, 800.0, { seconds: 61.0, unseen_seconds: 0.0, target: kept })
    [0.9, -0.9].each do |off|
      assert_equal "look", confidence(:hold, 800.0, { seconds: 61.0, unseen_seconds: 0.0,
                                                      target: { **kept, lowest_above_limit_newtons: off } })
    end
  end

  def test_what_is_left_and_what_slides
    left = { carries: true, share_of_peak: 0.3, seconds: 5.0 }

    assert_equal "sure", confidence(:residual, 300.0, left)
    assert_equal "look", confidence(:residual, 60.0, { **left, share_of_peak: 0.06 })
    assert_equal "likely", confidence(:residual, 300.0, { **left, seconds: 1.0 })
    assert_equal "look", confidence(:residual, nil, { carries: nil })
    assert_equal "likely", confidence(:sliding, 300.0, {}, travel: nil)
  end

  def test_lines_loops_and_cells
    assert_equal "sure", confidence(:stiffness, nil, { r_squared: 0.999 })
    assert_equal "likely", confidence(:stiffness, nil, { r_squared: 0.99 })
    assert_equal "look", confidence(:stiffness, nil, { r_squared: 0.97 })
    assert_equal "likely", confidence(:stiffness, nil, { r_squared: 0.999 }, quiet: nil)
    assert_equal "look", confidence(:loop, 1.0, { set_metres: nil })
    assert_equal "likely", confidence(:cycles, 1.0, { count: 2 })
    assert_equal "look", confidence(:share, 1.0, { sum_share: 1.04, main_saturated: false })
    assert_equal "look", confidence(:share, 1.0, { sum_share: 1.0, main_saturated: true })
    assert_equal "look", confidence(:agreement, 1.0, { agree: false })
    assert_equal "likely", confidence(:agreement, 1.0, { agree: nil })
    assert_equal "likely", confidence(:frozen, 1.0, { sample: 1 }, travel: nil)
  end

  def test_what_cannot_be_given_says_why_and_wants_a_look
    made = Curve::Finding.not_given(:first_failure, "no reading")

    assert_equal "first failure cannot be given: no reading", made.because
    assert_equal ["look", "first_failure"], [made.confidence, made.extra[:finding]]
    refute_predicate made, :given?
    assert_same made, Curve::Doubts.judged(made, sound)
  end

  # A finding that raises is not lost: it is one that cannot be given.
  def test_a_finding_that_fails_says_so_among_the_others
    axis = Curve::TimeAxis.new(size: 700, start_seconds: 0.0, interval_seconds: 0.01)
    forces = [*[0.0] * 100, *Array.new(250) { |i| i * 4.0 }, *[1000.0] * 300, *[0.0] * 50]
    blank = Array.new(700) { |i| i.between?(345, 655) ? Float::NAN : forces[i] * 0.6 }
    channels = [Curve::Channel.new(name: "F", role: "force", samples: forces, main: true),
                Curve::Channel.new(name: "Leg", role: "force", samples: blank)]
    analysis = Curve::Analysis.new(Curve::Recording.new(time_axis: axis, channels: channels))
    given, missing = analysis.findings.partition(&:given?)

    assert_includes given.map(&:kind), :peak
    assert_includes missing.map { |f| f.extra[:finding] }, "share"
    assert(missing.all? { |f| f.confidence == "look" && f.because.include?("cannot be given") })
  end
end
