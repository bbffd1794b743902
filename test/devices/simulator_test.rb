# frozen_string_literal: true

require_relative "../test_helper"

class SimulatorTest < CoreCase
  Simulator = MildAnvil::Devices::Simulator
  SHAPES = Simulator::Shapes.constants.map { |name| Simulator::Shapes.const_get(name) }.select { |m| m.respond_to?(:path) }

  def log(shape, seed: 4, **rest)
    random = Random.new(seed)
    Simulator::Pull.new(path: shape.path(9000.0, random), bench: Simulator::Bench.with, random: random, **rest).log
  end

  def test_every_shape_reaches_its_strength_and_is_found_again_in_its_file
    SHAPES.product(Simulator::LogFile::DIALECTS.keys).each do |shape, dialect|
      made = log(shape)
      reading = read_file(Simulator::LogFile.text(made, dialect))
      peak = Curve::Analysis.new(reading.recording).findings.find { |f| f.kind == :peak }

      assert_in_delta 9000.0, made.true_peak_newtons, 250.0, shape
      assert_in_delta made.true_peak_newtons, peak.force_newtons, 60.0, "#{shape} #{dialect}"
    end
  end

  def test_the_same_seed_gives_the_same_log
    assert_equal log(SHAPES.first).newtons, log(SHAPES.first).newtons
    refute_equal log(SHAPES.first).newtons, log(SHAPES.first, seed: 5).newtons
  end

  def test_a_stopped_pull_is_let_go_and_does_not_break
    reading = read_file(Simulator::LogFile.text(log(Simulator::Shapes::Steel, stop_newtons: 5000.0), :comma))
    kinds = Curve::Analysis.new(reading.recording).findings.map(&:kind)

    assert_includes kinds, :release
    refute_includes kinds, :break
  end

  def test_a_path_answers_anywhere
    path = Simulator::Path.new.to(1.0, 10.0, bend: 2).fall(0.5).to(2.0, 20.0)

    assert_equal([0.0, 2.5, 5.0, 12.5, 20.0], [0.0, 0.5, 1.0, 1.5, 3.0].map { |x| path.force_at(x) })
    assert_in_delta 20.0, path.highest_newtons
  end
end
