# frozen_string_literal: true

require "tmpdir"
require_relative "bench_line"
require_relative "patience"
require_relative "chain_helpers"

# A lot at a driven bench: simulated bench, recorder and all, in threads of the test.
module BenchDesk
  include BenchLine
  include ChainHelpers
  include Patience

  Benching = MildAnvil::Actions::Benching
  ALL = Benching::Readiness::CHECKLIST.keys.to_h { |key| [key, true] }.freeze

  def open_desk(specimen: "print:3000", **made)
    bench(specimen: specimen, **made)
    @var = Dir.mktmpdir
    FileUtils.mkdir_p(File.join(@var, "run"))
    File.write(File.join(@var, "run/bench-simulator.port"), @port)
    ENV["RECORDER_SOCKET"] = File.join(@var, "run/recorder.sock")
    @desk_stops = false
    @desk = Thread.new { Benching::RecorderDesk.new(@var).run { @desk_stops } }
  end

  def close_desk
    @desk_stops = true
    @desk&.join
    stop_bench
    FileUtils.remove_entry(@var) if @var
    ENV.delete("RECORDER_SOCKET")
  end

  # A lot whose plan stands on the simulated bench, its cell checked.
  def lot_at_bench(expected: "3", unit: "kN", bench: {}, **values)
    made = cell("C-9")
    keep_check(made, at: Time.now.floor - DAY)
    lot_on(made, item_type: "hanger", **values).tap do |lot|
      plan = MildAnvil::Store::Models::Plan.of(lot.id)
      @bench_row = MildAnvil::Store::Models::Bench[plan.bench_id].update(address: "simulated", **bench)
      content = { bench_id: plan.bench_id, expected: { mean: typed(expected, unit), scatter_percent: 5 } }
      MildAnvil::Actions::Planning::SavePlan.call(lot_id: lot.id, content: content, revision: 1, person_id: person.id)
    end
  end

  def start(lot, procedure = "break", **rest)
    Benching::StartRun.call(lot_id: lot.id, procedure: procedure, checklist: ALL, person_id: person.id,
                            roles: %w[technician], **rest)
  end

  # A procedure of the shop's own that takes seconds.
  def quick_proof(seconds: 1, points: %w[cracks], **content)
    steps = [{ does: "zero" }, { does: "ramp", to: { of: "proof" }, rate: 1500.0 },
             { does: "hold", seconds: seconds }, { does: "release", rate: 3000.0 }]
    steps << { does: "inspect", points: points } if points.any?
    Benching::SaveProcedure.call(name: "Quick proof", person_id: person.id,
                                 content: { kind: "proof", steps: steps, **content }).key
  end

  def live_run = Benching::Live.new(@bench_row.id).once[:run]

  def look_at_it(run, sound: true)
    points = patiently { live_run&.fetch(:points) }
    Benching::CommandRun.call(run_id: run.id, command: "inspected", person_id: person.id,
                              given: { points: points.to_h { |point| [point, sound] } })
  end

  def connected
    patiently { Benching::Live.new(@bench_row.id).once[:connected] }
  end

  def over(run) = patiently { (found = run.refresh).state == "recording" ? nil : found }
end
