# frozen_string_literal: true

require_relative "../../support/kept"

# Lots of every kind, each rated whole: what this version of the rules says of them, to the word.
class WholeStatementsTest < CoreCase
  include Kept

  Quantity = MildAnvil::Core::Quantity

  FULL = [23.4, 24.1, 23.0, 24.6, 23.7, 22.8].freeze
  CENSORED = [23.4, 24.1, [:at_least, 23.0], 24.6, [:at_least, 22.8], 23.7, 23.1].freeze
  MODES = { 20.1 => "stitching", 23.5 => "webbing", 20.6 => "stitching", 24.0 => "webbing", 19.8 => "stitching",
            24.4 => "webbing", 20.3 => "pin" }.freeze

  def whole(name, sample, **given)
    statement = Rating::ComputeRating.call(sample, terms(**given)).to_h
    assert_kept_as "rating_#{name}", statement.except(*(name == :full ? [] : [:plot]))
  end

  def demand(newtons, measure, **given) = Rating::Requirement.new(value_si: newtons, measure: measure, **given)

  def with_modes
    Rating::Sample.new(MODES.map.with_index(1) do |(force, mode), i|
      Rating::Observation.checked(counts_as: :break, value_si: force * 1000.0, mode: mode, label: i.to_s)
    end)
  end

  def with_preloaded
    later = [[22.1, 1], [22.9, 2], [22.4, 3]].map { |force, specimen| piece(force, specimen, preloaded: true) }
    Rating::Sample.new([[23.4, 1], [24.1, 2], [23.0, 3], [24.6, 4]].map { |f, s| piece(f, s) } + later)
  end

  def piece(force, specimen, preloaded: false)
    Rating::Observation.checked(counts_as: :break, value_si: force * 1000.0, specimen: specimen, label: "1",
                                preloaded: preloaded)
  end

  def test_a_complete_lot_with_claims_and_demands
    whole(:full, sample_of(*FULL, [:void, 4.0]), marking_step: 0.1, shared_uncertainty_share: 0.006,
                                                 units: [unit, unit("tf")],
                                                 claims: [claim(20, text: "20", unit: "kN", source: "leaflet", id: 1),
                                                          claim(23.7, kind: :average, source: "maker", id: 2),
                                                          claim(21.5, kind: :unknown, id: 3),
                                                          claim(23.1, every_piece: true, id: 4)],
                                                 requirements: [demand(3000.0, :working_load, factor_low: 4.0,
                                                                                              factor_high: 6.0),
                                                                demand(22_000.0, :strength),
                                                                demand(3900.0, :service, count: 12)])
  end

  def test_every_bound_of_a_censored_lot = whole(:censored, sample_of(*CENSORED), calibrate: :all, claims: [claim(20)])

  def test_every_kind_of_value
    whole(:kinds, sample_of(23.4, 24.1, 23.0, [:at_least, 25.2], [:at_most, 23.8], [:between, 22.1, 23.3]),
          claims: [claim(22.0, every_piece: true)], school: :distribution_free)
  end

  def test_several_ways_of_failing = whole(:modes, with_modes)
  def test_preloaded_pieces_counted = whole(:preloaded, with_preloaded)
  def test_preloaded_pieces_left_out = whole(:preloaded_out, with_preloaded, preloaded: :leave_out)
  def test_pieces_that_did_not_fail = whole(:survivors, sample_of([:at_least, 12.0], [:at_least, 12.5]))
  def test_nothing_at_all = whole(:nothing, sample_of)
  def test_one_break = whole(:one, sample_of(22.1), claims: [claim(20)])
  def test_two_breaks = whole(:two, sample_of(22.1, 23.0), claims: [claim(20), claim(23, kind: :typical)])
  def test_equal_breaks = whole(:equal, sample_of(22.1, 22.1, 22.1))
  def test_wide_scatter = whole(:wide, sample_of(470.0, 424.0, 252.0, 362.0, 203.0))
  def test_sixty_breaks = whole(:sixty, sample_of(*Array.new(60) { |i| 20 + ((i * 7 % 60) * 0.1) }))

  def test_a_limit_below_its_marking_step
    whole(:no_limit, sample_of(0.02, 0.021, 0.0205), marking_step: 1, resolution_si: 0.1)
  end

  def test_a_lot_that_only_ranks
    whole(:ranks, sample_of(*FULL), reference: Rating::Reference.new(name: "Lot B",
                                                                     breaks_si: [20_100.0, 20_800.0, 19_900.0]))
    whole(:ranks_not, sample_of(*FULL), reference: Rating::Reference.new(name: "Lot B", breaks_si: [20_100.0]))
  end

  def test_a_lot_that_borrows_its_scatter
    earlier = [[23.1, 22.8, 24.0, 23.5], [24.0, 24.4, 23.2, 23.9]].map { |lot| lot.map { |v| v * 1000 } }
    whole(:borrowed, sample_of(23.4, 26.9), borrowed: Rating::Borrowed.from(earlier), school: :borrowed_scatter)
  end

  def test_claims_that_cannot_be_held_against_it
    whole(:claims, sample_of(*FULL), direction: "axial",
                                     claims: [claim(20, measure: :working_load, source: "tag"),
                                              claim(4, measure: :working_load, factor: 5.0, source: "label"),
                                              claim(20, direction: "shear"), claim(20, measurand: "torque"),
                                              claim(0.0009, measure: :share), claim(24.0)])
  end
end
