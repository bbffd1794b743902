# frozen_string_literal: true

require_relative "../../support/known_curves"

# Log files with known truth: each sound file is read as its dialect says and gives what its truth file says within its
# tolerances; each broken one is refused, asked about or warned of in the words that help.
class TruthTest < CoreCase
  include KnownCurves

  DELIMITERS = { "," => ",", ";" => ";", "\t" => "\t", "multiple spaces" => " " }.freeze
  # Kinds whose number matters: one more than the truth knows is a false alarm.
  COUNTED = %i[slip first_failure partial_failure later_peak break hold].freeze

  SOUND.each do |truth|
    define_method("test_#{truth['name']}") do
      reading = read_known(truth)

      assert_predicate reading, :ready?, reading.questions.inspect
      dialect(truth, reading)
      @found = Curve::Analysis.new(reading.recording, settings: settings(truth)).findings.group_by(&:kind)
      events(truth)
      %w[rows zero peak break stiffness energy residual yield holds saturation share loops cycles set_after creep
         calibration torque].each do |part|
        send("check_#{part}", truth[part], truth) if truth[part]
      end
    end
  end

  BROKEN.each do |truth|
    define_method("test_#{truth['name']}") do
      path = File.join(FOLDER, truth["file"] || Dir.children(FOLDER).find do |f|
        f.start_with?(truth["name"]) && !f.end_with?(".json")
      end)
      outcome, words = outcome_of(File.binread(path))

      assert_includes truth["acceptable_outcomes"], outcome
      truth["must_say_any_of"].each do |any|
        assert any.any? { |word|
          words.downcase.include?(word.downcase)
        }, "#{any} in: #{words}"
      end
    end
  end

  private

  def settings(truth)
    holds = truth.dig("asked", "hold").to_a.map do |h|
      { newtons: h["target"], seconds: h["duration_s"], below_share: h["tolerance_share"] }
    end
    Curve::Settings.new(holds: holds)
  end

  def outcome_of(bytes)
    reading = read_file(bytes)
    return ["ask", reading.questions.map { |q| q[:text] }.join(" ")] unless reading.ready?

    [reading.warnings.any? ? "warn" : "nothing", reading.warnings.join(" ")]
  rescue MildAnvil::InvalidInput => e
    ["refuse", e.message]
  end

  def dialect(truth, reading)
    expected = truth["dialect"]

    assert_equal DELIMITERS.fetch(expected["delimiter"]), reading.layout.delimiter
    assert_equal expected["decimal_mark"], reading.layout.style.decimal_mark
    assert_equal [expected["header_line"], expected["data_first_line"]],
                 [reading.layout.header_line, reading.layout.data_first_line]
    assert_equal truth["rows"]["total"], reading.row_count
    expected["columns"].each do |column|
      next unless %w[force displacement torque angle].include?(column["role"])

      assert_in_delta column["factor_to_SI"], reading.columns[column["index"]].unit.factor,
                      column["factor_to_SI"] * 1e-7
    end
  end

  # Every required event inside its window, with its force; none that did not happen.
  def events(truth)
    known = truth["events"] or return
    known.select { |event| event["required"] }.each { |event| event(event) }
    COUNTED.each do |kind|
      wanted = known.count { |e| kinds_of(e).include?(kind) }

      assert_operator (@found[kind] || []).size, :<=, wanted, "#{kind}: #{@found[kind]}"
    end
  end

  def kinds_of(event) = [event["kind"], *event["also_acceptable"]].map(&:to_sym)

  def event(event)
    from, to = event["t_window"]
    found = @found.values_at(*kinds_of(event)).compact.flatten
    hit = found.find { |f| f.at_seconds&.between?(from - 1e-9, to + 1e-9) }

    assert hit, "#{event['kind']} at #{event['t']}: #{found.map(&:at_seconds)}"
    # A saturated cell shows its limit.
    assert_in_delta event["force"], hit.force_newtons, event["force_tol"], event["kind"] unless event["saturated"]
  end

  def check_zero(zero, _truth)
    assert_in_delta(zero["offset"] * zero["sign"], @found[:zero][0].extra[:offset_newtons], [zero["tol"], 1e-9].max)
  end

  def check_peak(peak, _truth)
    assert_in_delta peak["logged"], @found[:peak][0].force_newtons, peak["logged_tol"]
    assert_equal peak["lower_bound"], @found[:peak][0].extra[:lower_bound]
    missed = @found[:peak][0].extra[:missed_newtons]

    # A bound, and no idle one: the steepest line there may be twice as steep as the path at the peak itself.
    assert_operator missed, :>=, [peak["missed_by_sampling"], 0.0].max - peak["logged_tol"]
    assert_operator missed, :<=, (2.5 * peak["sampling_miss_bound"]) + (0.25 * peak["logged_tol"])
  end

  # Spikes are set aside where they are and nowhere else; a gap is said.
  def check_rows(rows, truth)
    spikes = rows["bad"].select { |row| row["kind"] == "spike" }.map { |row| row["t"] }
    axis = @found[:spike].to_a.map(&:at_seconds)

    assert_equal spikes.size, axis.size, "spikes #{truth['name']}"
    spikes.zip(axis).each { |wanted, found| assert_in_delta wanted, found, 1e-6 }
    assert_equal rows["gaps"].size, @found[:dropout].to_a.size
  end

  def check_saturation(expected, _truth)
    found = @found[:saturated][0]

    assert_in_delta expected["from_t"], found.at_seconds, 1e-6
    assert_in_delta expected["to_t"], found.until_seconds, 1e-6
    assert_equal expected["rows"], found.extra[:samples]
    assert_in_delta expected["reading"], found.extra[:reading_newtons], 1e-6
  end

  # A hand that lets go between two turns is no event.
  def check_torque(expected, _truth)
    assert_equal 8, expected["strokes"]
    expected["hand_lets_go"].each do |pause|
      events = @found.values_at(*COUNTED, :release).compact.flatten

      assert(events.none? { |f| f.at_seconds && (f.at_seconds - pause["t"]).abs < 0.2 }, "an event at #{pause['t']} s")
    end
  end

  def check_break(expected, _truth)
    assert_equal(expected["kind"], @found[:break] ? @found[:break][0].extra[:speed] : "none")
  end

  def check_stiffness(expected, _truth)
    middle = @found[:stiffness][0].extra[:middle_newtons_per_metre]

    assert_in_delta expected["least_squares"], middle, expected["tol_share"] * expected["least_squares"]
    return unless expected["model_linear"]

    assert_in_delta expected["model_linear"], @found[:stiffness][0].extra[:newtons_per_metre],
                    expected["tol_share"] * expected["model_linear"]
  end

  def check_energy(expected, _truth)
    extra = @found[:energy][0].extra

    assert_in_delta expected["to_logged_peak"], extra[:to_peak_joules], expected["to_logged_peak_tol"]
    return unless expected["to_peak_last_pull_only"]

    assert_in_delta expected["to_peak_last_pull_only"], extra[:last_pull_to_peak_joules],
                    expected["tol"]
  end

  def check_residual(expected, _truth)
    assert_in_delta expected["force"], @found[:residual][0].force_newtons, expected["tol"]
    assert_equal expected["holds_on"], @found[:residual][0].extra[:carries]
  end

  def check_yield(expected, _truth)
    extra = @found[:yield][0].extra

    assert_in_delta expected["proportional_limit"], extra[:proportional_limit_newtons],
                    expected["tol_share"] * expected["proportional_limit"]
    expected["offset_lines"].to_a.each do |line|
      assert_in_delta line["force"], extra[:lines].find { |l|
        (l[:offset_metres] - line["offset_m"]).abs < 1e-9
      }[:force_newtons], expected["tol_share"] * line["force"]
    end
  end

  def check_holds(expected, _truth)
    expected.reject { |h| h["saturated"] }.each_with_index do |hold, i|
      found = @found[:hold][i]

      assert_in_delta hold["duration"], found.extra[:seconds], hold["duration_tol"]
      assert_in_delta hold["mean"], found.extra[:mean_newtons], hold["force_tol"]
      assert_in_delta hold["lowest"], found.extra[:lowest_newtons], hold["force_tol"]
      assert_in_delta hold["start"], found.at_seconds, hold["t_tol"]
      assert_in_delta hold["relaxation_pct"], 100 * found.extra[:relaxation_share], hold["relaxation_tol_pct"]
      next unless hold["target"]

      assert_equal hold["satisfied"], found.extra[:target][:satisfied]
      assert_in_delta hold["time_at_or_above_limit"], found.extra[:target][:seconds_at_or_above], 1.0
    end
  end

  def check_share(expected, _truth)
    expected["plateaus"].each_with_index do |plateau, i|
      legs = @found[:share][i].extra[:legs].map { |leg| leg[:share] }

      assert_in_delta plateau["share_a"], legs[0], plateau["share_tol"]
      assert_in_delta plateau["share_b"], legs[1], plateau["share_tol"]
      assert_equal plateau["main_saturated"], @found[:share][i].extra[:main_saturated]
    end
  end

  def check_loops(expected, _truth)
    expected.zip(@found[:loop]).each do |loop, found|
      assert_in_delta loop["loop_area"], found.extra[:loop_joules], loop["area_tol"]
      assert_in_delta loop["set"], found.extra[:end_displacement_metres], 1e-5
      assert_in_delta loop["F_max"], found.force_newtons, 0.01 * loop["F_max"]
    end
  end

  def check_cycles(expected, _truth)
    extra = @found[:cycles][0].extra

    assert_equal expected["n"], extra[:count]
    assert_in_delta expected["Fmax"], extra[:highest_newtons], expected["Fmax_tol"]
    assert_in_delta expected["drift_of_disp_at_max"], extra[:drift_metres], 0.1 * expected["drift_of_disp_at_max"]
  end

  def check_set_after(expected, _truth)
    expected.zip(@found[:loop]).each { |set, found| assert_in_delta set["set"], found.extra[:set_metres], set["tol"] }
  end

  def check_creep(expected, _truth)
    extra = @found[:creep][0].extra

    assert_in_delta expected["d0"], extra[:initial_metres], expected["d0_tol"]
    assert_in_delta expected["a"], extra[:metres_at_one_hour], expected["a_tol"]
    assert_in_delta expected["b"], extra[:exponent], expected["b_tol"]
  end

  # The settled force of each step of a check with hung masses.
  def check_calibration(expected, truth)
    expected["steps"].zip(@found[:hold]).each_with_index do |(step, found), i|
      assert_in_delta step["reading"], found.extra[:settled_newtons], expected["step_reading_tol"]
      assert_in_delta truth["events"][i]["start"], found.at_seconds, 2.65
    end
    calibration_line(expected)
  end

  # Over all steps, up and down; the zero is not taken off.
  def calibration_line(expected)
    zero = @found[:zero][0].extra[:offset_newtons]
    applied = expected["steps"].map { |step| step["applied_N"] }
    read = @found[:hold].map { |hold| hold.extra[:settled_newtons] + zero }
    line = Curve::LeastSquaresLine.through(applied, read)

    assert_in_delta expected["slope"], line.slope, expected["slope_tol"]
    assert_in_delta expected["intercept"], line.intercept, expected["intercept_tol"]
    largest = applied.zip(read).map { |a, r| (r - line.intercept - (line.slope * a)).abs }.max

    assert_in_delta expected["max_residual"], largest, expected["residual_tol"]
  end
end
