# frozen_string_literal: true

require_relative "../../support/committed_case"
require_relative "../../support/bench_desk"

# Other ways than pulling on a piece, each from the bench to the kept pull: torque, pressure, a press, a drop, a hand at
# the pump; and a cell that freezes.
class KindsTest < CommittedCase
  include BenchDesk

  def teardown
    @saying&.kill
    @listening&.close
    close_desk if @desk || @serving
    super
  end

  def measure(run, figures)
    patiently { live_run&.fetch(:figures) }
    Benching::CommandRun.call(run_id: run.id, command: "measured", person_id: person.id, given: { figures: figures })
  end

  def peak_of(run) = row(run.pull)[:measurement][:value_si]

  def test_torque_by_a_lever_is_judged_and_kept_as_torque
    lot = lot_at_bench(expected: "1500", unit: "N·m", measurand: "torque",
                       bench: { arm_metres: 0.5 })
    open_desk(arm: 0.5)
    connected
    run = over(start(lot, "torque"))

    assert_equal "broken", run.ended
    assert_in_delta 1500, peak_of(run), 250
    assert_equal "torque", run.pull.recording.channels.find(&:judged).role
  end

  # The bench measures no torque of its own: the lever's is worked out of the force.
  def test_torque_of_a_bench_that_reads_force_alone
    lot = lot_at_bench(expected: "1500", unit: "N·m", measurand: "torque", bench: { arm_metres: 0.5 })
    open_desk
    connected
    run = over(start(lot, "torque"))

    assert_in_delta 1500, peak_of(run), 250
    assert_operator run.pull.recording.channels.map(&:role), :include?, "force"
  end

  def test_a_bench_without_an_arm_does_not_turn
    lot = lot_at_bench(expected: "1500", unit: "N·m", measurand: "torque")
    error = assert_raises(MildAnvil::Conflict) { start(lot, "torque") }

    assert_match(/states no lever arm/, error.message)
  end

  def test_a_piston_bursts_what_is_pumped_up
    lot = lot_at_bench(expected: "30", unit: "bar", measurand: "pressure", bench: { piston_square_metres: 0.001 })
    open_desk(piston: 0.001)
    connected
    run = over(start(lot, "pressure_burst"))

    assert_equal "broken", run.ended
    assert_in_delta 3.0e6, peak_of(run), 5.0e5
  end

  def test_a_press_pushes_and_its_load_counts_upwards
    lot = lot_at_bench(bench: { push_newtons: 50_000.0 })
    open_desk
    connected
    run = over(start(lot, "compression"))

    assert_equal "broken", run.ended
    assert_in_delta 3000, peak_of(run), 500
    assert_operator @made.machine.metres, :<, 0
  end

  def test_a_drop_is_worked_out_and_kept_in_joules
    lot = lot_at_bench(expected: "100", unit: "J", measurand: "energy", terms: { rated_quantity: "energy" })
    open_desk
    connected
    run = start(lot, "drop")
    assert_raises(MildAnvil::InvalidInput) { measure(run, { Mass: { text: "0", unit: "kg" } }) }
    error = assert_raises(MildAnvil::InvalidInput) { measure(run, { Mass: { text: "5", unit: "mm" } }) }
    assert_match(/Mass is asked for in kg/, error.message)
    assert_raises(MildAnvil::InvalidInput) { measure(run, { Luck: { text: "5", unit: "kg" } }) }
    measure(run, { Mass: { text: "5", unit: "kg" }, "Height of fall": { text: "2.0", unit: "m" } })
    look_at_it(run)
    kept = over(run)

    assert_in_delta 98.07, kept.read(:results)[:results].first[:value], 0.01
    assert_in_delta 98.1, peak_of(kept), 0.01
    assert_includes paper_of(kept), "E = m·g·h"
  end

  def paper_of(run)
    content = Benching::RunRecord.call(run_id: run.id).content
    PDF::Reader.new(StringIO.new(content)).pages.map(&:text).join(" ").squeeze(" ")
  end

  def test_a_cell_that_freezes_in_mid_pull_stops_the_bench_and_is_said
    lot = lot_at_bench(expected: "12", item_type: "rope")
    open_desk(mishaps: [[5.0, :freeze]])
    connected
    run = over(start(lot, "break"))

    assert_equal "stopped", run.ended
    assert_match(/the cell froze/, run.read(:results)[:outcomes].last[:words])
    assert_equal :stopped, @made.machine.state
  end

  # A cell that only tells its readings, and somebody at the pump.
  def test_a_proof_pumped_by_hand_is_judged_like_any_other
    lot = lot_at_bench(requirements: [{ text: "0.5", unit: "kN", measure: "working_load" }])
    hand_pump(@bench_row)
    key = quick_proof
    connected
    run = start(lot, key)
    @begun = Time.now # not asked of the database: a thread that is killed would leave its connection in use
    look_at_it(run)
    kept = over(run)

    assert_equal ["finished", true], [kept.state, kept.proof_passed]
    assert_equal(%w[done], kept.read(:results)[:outcomes].map { |one| one[:state] }.uniq)
    assert_in_delta 1.05, peak_of(kept) / 1000, 0.1
  end

  # A logger that goes on writing its log while it is pulled by hand: recorded, judged and kept like any other.
  def test_a_log_that_grows_is_recorded_from_its_beginning_to_the_break
    lot = lot_at_bench
    open_desk
    FileUtils.mkdir_p(File.join(@var, "logs"))
    path = File.join(@var, "logs", "pull.txt")
    File.write(path, "Time [s];Force [kN]\n")
    @bench_row.update(address: "file:pull.txt")
    @saying = Thread.new { log(path) }
    connected
    patiently { Benching::Live.new(@bench_row.id).once[:newtons] }
    run = start(lot)
    @begun = Time.now
    kept = over(run)

    assert_equal %w[finished broken], [kept.state, kept.ended]
    assert_in_delta 2400, peak_of(kept), 60
  end

  # Rest, then up to 2.4 kN within two seconds, and gone.
  def log(path)
    File.open(path, "a") do |file|
      (0..).each do |i|
        since = @begun ? Time.now - @begun - 1 : -1.0
        force = since.between?(0, 2) ? 1.2 * since : 0.0
        file.write(format("%.2f;%.3f\n", i * 0.02, force))
        file.flush
        sleep 0.02
      end
    end
  end

  # Nothing, up by hand to 1.05 kN, held for four seconds, let off.
  def hand_pump(row)
    @listening = TCPServer.new("127.0.0.1", 0)
    row.update(address: "text:127.0.0.1:#{@listening.addr[1]}")
    @saying = Thread.new do
      socket = @listening.accept
      loop do
        socket.write("#{pumped.round(4)} kN\n")
        sleep 0.02
      end
    rescue SystemCallError, IOError
      nil
    end
    open_desk
  end

  def pumped
    return 0.0 if @begun.nil?

    since = Time.now - @begun - 1.5
    return 0.0 if since.negative?

    since < 2 ? 1.05 * since / 2 : (1.05 * (8 - since)).clamp(0.0, 1.05)
  end
end
