# frozen_string_literal: true

require_relative "../../support/committed_case"
require_relative "../../support/patience"
require_relative "../../support/real_processes"

# A thousand hours at high speed with real processes: an oven with its own logger, the recorder that takes over what it
# read; both are killed on the way, and nothing is lost or kept twice.
class ThousandHoursTest < CommittedCase
  include Patience
  include RealProcesses

  SPEED = "240000" # 1000 h in 15 s
  HOURS = 1000.0

  def setup
    super
    @test = Actions::LongTests::BeginTest.call(
      values: { kind: "sustained", title: "In the oven", address: "simulated", terms: {}, units: {}, programme: [],
                schedule: [], stations: Array.new(3) { |i| { name: "Place #{i + 1}" } } },
      person_id: person.id, started_at: Time.now
    )
  end

  def test_a_thousand_hours_through_two_restarts_and_a_power_cut
    oven
    recorder
    after(60)
    kill(@recorder) # first restart of what takes over
    sleep 1.5
    recorder
    after(200)
    kill(@oven) # power cut: the oven and its logger are off, and its clock runs on
    sleep 1.5
    oven
    after(400)
    kill(@recorder) # second restart
    recorder
    after(HOURS, 60)
    everything_once
    it_says_what_happened
  end

  private

  def oven
    FileUtils.rm_f(port_file)
    @oven = process("bin/oven-simulator", "--speed", SPEED, "--memory", memory, "--port-file", port_file)
    patiently { File.exist?(port_file) }
  end

  def recorder = @recorder = process("bin/recorder")
  def port_file = File.join(@var, "run/oven-simulator.port")
  def memory = File.join(@var, "oven/memory")
  def stations = Models::LongStation.where(test_id: @test.id).order(:position)
  def readings = Models::LongReading.where(station_id: stations.select(:id))
  def after(hours, patience = 60) = patiently(patience) { readings.max(:hours).to_f >= hours }

  # Line by line what the oven's logger remembers is what stands in the store.
  def everything_once
    lines = File.read(memory)[/\A.*\n/m].lines(chomp: true).drop(1).map(&:split)
    last = lines.last.first.to_i
    patiently { newest_number >= last }
    kill(@recorder)
    remembered = lines.select { |line| line[1] == "D" }.map { |line| [line[0].to_i, line[2].to_i, line[3].to_f] }

    assert_equal(remembered, kept.take_while { |number, *| number <= last })
    assert_operator remembered.last.last, :>=, HOURS
  end

  def newest_number
    events = Models::LongEvent.where(station_id: stations.select(:id))
    [readings, events].flat_map { |rows| rows.select_map(:source_key) }.map { |key| key[/\d+\z/].to_i }.max
  end

  def kept
    position = stations.to_hash(:id, :position)
    readings.all.map { |r| [r.source_key[/\d+\z/].to_i, position[r.station_id], r.hours] }.sort
  end

  def it_says_what_happened
    shown = Actions::LongTests::ShowTest.call(@test.id)
    sentences = shown[:answer][:stations].to_h { |s| [s[:name], s[:lines].map { |l| l[:text] }.join(" ")] }

    assert_match(/Interrupted once, last after .*: no power from/, sentences["Place 1"])
    assert_match(/In 50 years it will have come to/, sentences["Place 1"])
    assert_match(/left its law/, sentences["Place 3"], "the third piece runs away after 700 h")
  end
end
