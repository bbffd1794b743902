# frozen_string_literal: true

require_relative "../../test_helper"

# The cells of lessons: what masses show on those that read right, and on those that do not.
class PracticeCellsTest < CoreCase
  Practice = MildAnvil::Core::Practice

  def lesson(key) = Practice::Lesson.new(MildAnvil::Catalogue.lessons.find { |one| one[:key] == key })

  def worst(cell, seed: 5)
    cell.points(seed).select { |point| point.applied_si.positive? }
        .map { |p| [p.up_si, p.down_si].map { |shown| ((shown - p.applied_si) / p.applied_si).abs }.max }.max
  end

  def test_every_piece_is_read_by_a_cell_of_its_lesson_unless_a_display_is_typed
    MildAnvil::Catalogue.lessons.each do |content|
      made = Practice::Lesson.new(content)
      keys = made.cells.map(&:key)

      assert_equal made.card.nil?, keys.any?, content[:key]
      assert_empty made.pieces(4).filter_map(&:cell) - keys, content[:key]
      made.cells.each { |cell| assert_operator cell.capacity_si, :>, 1.3 * made.population.mean_si, content[:key] }
    end
  end

  def test_a_cell_that_is_said_to_be_sound_reads_right_and_the_others_do_not
    all = MildAnvil::Catalogue.lessons.flat_map { |content| Practice::Lesson.new(content).cells } + free.cells

    assert_equal [true, false], all.map(&:sound?).uniq
    all.each do |cell|
      from = cell.points(5).select { |p| p.applied_si >= cell.from_si }
      off = from.flat_map { |p| [p.up_si, p.down_si].map { |shown| (shown - p.applied_si).abs / p.applied_si } }

      assert_operator off.max, :<=, 0.0035, cell.name if cell.sound?
      assert_operator worst(cell), :>, 0.03, cell.name unless cell.sound?
      refute_empty cell.why
    end
  end

  # Below its certificate, as it is told: about a twelfth too much at what the parts hold.
  def test_the_big_cell_shows_too_much_of_small_parts
    big, small = lesson("below-its-range").cells
    at = big.points(1).find { |point| point.applied_si.round == 1000 }

    assert_equal [100_000.0, 20_000.0], [big.capacity_si, big.from_si]
    [at.up_si, at.down_si].each do |shown|
      assert_in_delta 1095, shown, 41
      assert_in_delta 0, shown % 20, 1e-9
    end
    assert_operator small.points(1).last.up_si, :<=, 2004
  end

  def free(seed = 1) = Practice::Lesson.new(Practice::Free.content("hardware", "hard", seed))

  def test_the_spare_cell_errs_both_ways_and_what_it_read_is_void
    usual, spare = free.cells
    signs = spare.points(2).flat_map { |p| [p.up_si - p.applied_si, p.down_si - p.applied_si] }

    assert(signs.any?(&:positive?) && signs.any?(&:negative?))
    assert_equal spare.points(2), spare.points(2)
    refute_equal spare.points(2), spare.points(3)
    read = (1..30).flat_map { |seed| free(seed).pieces(seed) }.group_by(&:cell)

    assert_equal ["void"], read.fetch("spare").map(&:counts_as).uniq
    assert_operator read.fetch(usual.key).size, :>, 4 * read["spare"].size
  end

  def test_a_piece_read_by_a_cell_that_is_not_there_is_refused
    content = { **lesson("below-its-range").content, cells: [{ key: "big" }] }
    error = assert_raises(MildAnvil::InvalidInput) { Practice::Lesson.new(content) }

    assert_match(/a cell that is not there/, error.message)
  end

  def test_plain_cells_have_round_capacities_above_what_is_pulled
    { 900.0 => 2000.0, 1300.0 => 5000.0, 3125.0 => 5000.0, 48_000.0 => 100_000.0,
      6250.0 => 10_000.0 }.each do |mean, capacity|
      assert_in_delta capacity, Practice::Cell.plain(mean).capacity_si, 1e-9, mean
    end
  end
end
