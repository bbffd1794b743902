# frozen_string_literal: true

require_relative "../../test_helper"

# What each finding is for, on small made-up pulls whose truth is plain from how they are built.
class FindingsTest < CoreCase
  RATE = 50.0 # samples a second

  # Stretches of force and displacement, one after the other, with a little noise.
  class Made
    def initialize(seed: 1, noise: 2.0)
      @random = Random.new(seed)
      @noise = noise
      @forces = [0.0]
      @travel = [0.0]
    end

    # @param to [Float] newtons at the end of the stretch; @param way [Float] metres it moves meanwhile
    def go(to, seconds, way: 0.0)
      count = (seconds * RATE).round
      from = @forces.last
      start = @travel.last
      (1..count).each do |i|
        @forces << (from + ((to - from) * i / count))
        @travel << (start + (way * i / count))
      end
      self
    end

    def rest(seconds = 2.0) = go(@forces.last, seconds)
    def forces = @forces.map { |f| f + (@random.rand(-1.0..1.0) * @noise) }
    attr_reader :travel
  end

  def analysis(made, travel: true, settings: Curve::Settings.new, forces: made.forces)
    Curve::Analysis.new(recording(forces, interval: 1 / RATE, travel: travel ? made.travel : nil), settings: settings)
  end

  def kinds(made, **given) = analysis(made, **given).findings.group_by(&:kind)
  def pull(top = 10_000.0) = Made.new.rest.go(top, 10, way: 0.01)
  def broken(top = 10_000.0) = pull(top).go(0, 0.02).rest

  def test_a_pull_to_a_break_has_no_other_event
    found = kinds(broken)

    assert_equal %i[break energy peak rate residual stiffness take_up zero], found.keys.sort
    assert_in_delta 1.0e6, found[:stiffness][0].extra[:newtons_per_metre], 1.0e4
    assert_in_delta 50.0, found[:energy][0].extra[:to_peak_joules], 0.5
    assert_in_delta 1000.0, found[:rate][0].extra[:newtons_per_second], 30.0
  end

  def test_an_outer_part_that_gives_way_first_is_two_events
    pulled = pull(8000.0).go(6800, 0.02).go(10_000, 4, way: 0.004).go(7000, 0.02)
    found = kinds(pulled.go(7600, 1, way: 0.001).go(0, 0.02).rest)

    assert_in_delta 8000.0, found[:first_failure][0].force_newtons, 30.0
    assert_in_delta 7600.0, found[:later_peak][0].force_newtons, 30.0
    assert_equal "progressive", found[:break][0].extra[:speed] # from the last 90 % of the peak on
  end

  def test_sliding_that_recovers_is_a_slip_and_no_failure
    found = kinds(pull(6000.0).go(4500, 1, way: 0.003).go(10_000, 6, way: 0.006).go(0, 0.02).rest)

    assert found[:slip][0].extra[:certain]
    assert_nil found[:first_failure]
  end

  def test_without_a_displacement_a_small_fall_is_a_possible_slip
    slip = kinds(pull(6000.0).go(5800, 0.02).go(10_000, 5).go(0, 0.02).rest, travel: false)[:slip][0]

    refute slip.extra[:certain]
    assert_match(/possible/, slip.because)
  end

  def test_an_unloading_by_hand_is_no_failure
    found = kinds(pull(6000.0).go(3000, 2, way: -0.003).go(10_000, 7, way: 0.007).go(0, 0.02).rest)

    assert_nil found[:first_failure]
    assert_nil found[:slip]
  end

  def test_a_pause_that_relaxes_is_no_failure
    found = kinds(pull(6000.0).go(5850, 6).go(10_000, 4, way: 0.004).go(0, 0.02).rest)

    assert_nil found[:slip]
    assert_in_delta 6.0, found[:hold][0].extra[:seconds], 0.6
  end

  HOLD = { newtons: 8000.0, seconds: 10.0, below_share: 0.0 }.freeze

  def test_a_proof_is_kept_only_if_it_was_reached_and_held
    proof = ->(made) { kinds(made, settings: Curve::Settings.new(holds: [HOLD]))[:hold][0].extra[:target] }

    assert proof.call(pull(8100.0).go(8060, 12).go(0, 3, way: -0.01).rest)[:satisfied]
    refute proof.call(pull(8100.0).go(8060, 7).go(0, 3, way: -0.01).rest)[:satisfied]
    refute proof.call(pull(8100.0).go(7900, 16).go(0, 3, way: -0.01).rest)[:satisfied]
  end

  def test_a_release_is_told_from_a_break_and_leaves_a_set
    found = kinds(pull.go(10_000, 5).go(0, 4, way: -0.0098).rest(4))

    assert_nil found[:break]
    assert_in_delta 17.0, found[:release][0].at_seconds, 0.3
    assert_in_delta 0.0002, found[:loop][0].extra[:set_metres], 5.0e-5
  end

  def test_cycles_are_counted_and_their_drift_is_measured
    made = Made.new.rest
    20.times { |i| made.go(5000, 1, way: 0.005 + (i * 1.0e-5)).go(1000, 1, way: -0.004) }
    group = kinds(made.go(10_000, 9, way: 0.009).go(0, 0.02).rest)[:cycles][0]

    assert_equal 20, group.extra[:count]
    assert_in_delta 4000.0, group.extra[:amplitude_newtons], 60.0
    assert_operator group.extra[:drift_metres], :>, 0.01
  end

  def test_a_cell_at_its_end_makes_the_peak_a_lower_bound
    made = broken(12_000.0)
    found = kinds(made, forces: made.forces.map { |f| [f, 9500.0].min })

    assert found[:peak][0].extra[:lower_bound]
    assert_match(/at its end/, found[:saturated][0].because)
  end

  def test_a_frozen_display_is_found_and_the_peak_beside_it_is_a_lower_bound
    made = broken
    forces = made.forces
    top = forces.index(forces.max)
    ((top - 30)..top).each { |i| forces[i] = forces[top - 30] }
    found = kinds(made, forces: forces)

    assert_equal 1, (found[:frozen] || found[:saturated]).size
    assert found[:peak][0].extra[:lower_bound]
  end

  def test_a_gap_in_the_stamps_is_a_dropout
    made = broken
    forces = made.forces
    stamps = forces.each_index.map { |i| i / RATE }
    keep = forces.each_index.grep_v(400..440)
    axis = Curve::TimeAxis.from(stamps.values_at(*keep))
    channel = Curve::Channel.new(name: "F", role: "force", unit: unit("N"), samples: forces.values_at(*keep),
                                 main: true)
    found = Curve::Analysis.new(Curve::Recording.new(time_axis: axis,
                                                     channels: [channel])).findings.find { |f| f.kind == :dropout }

    assert_in_delta 0.84, found.until_seconds - found.at_seconds, 0.03
  end

  # A second force beside the main one.
  def beside(made, name, forces)
    channels = [Curve::Channel.new(name: "Main", role: "force", unit: unit("N"), samples: made.forces, main: true),
                Curve::Channel.new(name: name, role: "force", unit: unit("N"), samples: forces)]
    Curve::Recording.new(
      time_axis: Curve::TimeAxis.new(size: made.forces.size, start_seconds: 0.0,
                                     interval_seconds: 1 / RATE), channels: channels
    )
  end

  def test_two_cells_in_line_are_held_to_their_uncertainties
    made = broken
    agreement = lambda do |factor|
      settings = Curve::Settings.new(cell_uncertainties_newtons: [60.0, 80.0])
      Curve::Analysis.new(beside(made, "Second", made.forces.map do |f|
        (f * factor) + 35
      end), settings: settings).findings.find { |f| f.kind == :agreement }.extra
    end

    assert agreement.call(1.005)[:agree]
    refute agreement.call(1.02)[:agree]
    assert_in_delta 100.0, agreement.call(1.0)[:allowed_newtons]
  end

  def test_legs_share_what_the_main_cell_carries
    made = pull.go(10_000, 6).go(0, 4, way: -0.01).rest
    share = Curve::Analysis.new(beside(made, "Leg A",
                                       made.forces.map { |f| f * 0.6 })).findings.find { |f| f.kind == :share }

    assert_in_delta 0.6, share.extra[:legs][0][:share_of_main], 0.005
    assert_in_delta 1.0, share.extra[:legs][0][:share], 1e-9 # of the legs together, which is this one alone
    assert_equal "look", share.confidence
    assert_match(/40\.\d % off the main cell/, share.doubt)
  end

  def test_criteria_of_serviceability_are_answered
    settings = Curve::Settings.new(displacements_metres: [0.005, 0.5], forces_newtons: [2000.0])
    found = kinds(broken, settings: settings)

    reached, never = found[:force_at_displacement].partition(&:force_newtons).map(&:first)

    assert_in_delta 5000.0, reached.force_newtons, 40.0
    assert_match(/never/, never.because)
    assert_in_delta 0.002, found[:displacement_at_force][0].extra[:displacement_metres], 5.0e-5
  end

  def test_a_yield_lies_where_the_curve_leaves_its_line
    yielded = pull(6000.0).go(9000, 10, way: 0.02).go(0, 0.05).rest
    found = kinds(yielded, settings: Curve::Settings.new(yield_offset_metres: 0.002))[:yield][0]

    assert_in_delta 6350.0, found.force_newtons, 150.0
    assert_in_delta 6000.0, found.extra[:proportional_limit_newtons], 200.0
  end

  # Laws: another unit of force or time changes nothing but the figures.
  def test_scaling_the_force_scales_the_findings
    made = pull(8000.0).go(6800, 0.02).go(10_000, 4, way: 0.004).go(0, 0.02).rest
    plain, scaled = [1.0, 37.0].map do |factor|
      analysis(made, forces: Made.new.then do
        made.forces.map do |f|
          f * factor
        end
      end).findings
    end

    assert_equal plain.map(&:kind), scaled.map(&:kind)
    plain.zip(scaled).each { |a, b| assert_in_delta a.force_newtons * 37.0, b.force_newtons, 300.0 if a.force_newtons }
  end

  def test_tension_may_be_negative
    made = broken
    pushed = recording(made.forces.map(&:-@), interval: 1 / RATE, travel: made.travel)
    found = Curve::Analysis.new(pushed).findings.find { |f| f.kind == :peak }

    assert_in_delta 10_000.0, found.force_newtons, 20.0
  end
end
