# frozen_string_literal: true

require_relative "../test_helper"

# Searches along samples: what they find, and that the compiled part and the plain one find the same.
class PackedSearchTest < CoreCase
  # @return what both give, after making sure that it is the same
  def agreed(&question)
    native = MildAnvil::PackedNative
    answers = [native, nil].map do |part|
      Packed.use(part)
      yield
    end
    assert_equal(*answers.reverse)
    answers.first
  ensure
    Packed.use(native)
  end

  def wandering(seed, count = 700)
    random = Random.new(seed)
    value = 0.0
    Packed.pack(Array.new(count) { value += random.rand(-3..3) })
  end

  def test_a_walk_ends_where_the_values_leave_the_band_or_enter_it
    packed = Packed.pack([5.0, 4.0, 3.0, 2.0, 1.0])

    assert_equal(3, agreed { PackedSearch.walk(packed, 0, 4, low: 3.0) })
    assert_equal(2, agreed { PackedSearch.walk(packed, 0, 4, high: 3.0, inside: false) })
    assert_equal(1, agreed { PackedSearch.walk(packed, 4, 0, high: 3.0) })
  end

  def test_a_walk_that_nothing_ends_stops_where_it_was_told_to
    packed = Packed.pack([5.0, 4.0, 3.0])

    assert_equal(2, agreed { PackedSearch.walk(packed, 0, 2) })
    assert_equal(3, agreed { PackedSearch.walk(packed, 0, 3) })
    assert_equal(-1, agreed { PackedSearch.walk(packed, 2, -1) })
    assert_equal(1, agreed { PackedSearch.walk(packed, 1, 1, low: 100.0) })
    assert_equal(7, agreed { PackedSearch.walk(packed, 7, 7) })
  end

  def test_wandering_curves_give_the_same_either_way
    20.times do |seed|
      packed = wandering(seed)
      agreed { PackedSearch.turns(packed, 9.0) }
      agreed { PackedSearch.climb(packed, 3, 690, 1 + (seed % 4), 2.0) }
      agreed { PackedSearch.count(packed, 10, 600, 0.0) }
      agreed { PackedSearch.roughness(packed, 600, 1 + (seed % 3)) }
      agreed { PackedSearch.walk(packed, 350, seed.even? ? 699 : 0, low: -8.0, high: 8.0) }
    end
  end

  def test_noise_is_what_a_straight_line_leaves
    assert_equal([98, 0.0], agreed { PackedSearch.roughness(Packed.pack(Array.new(100) { |i| i * 2.0 }), 100, 1) })
    assert_equal([3, 4.0], agreed do
      PackedSearch.roughness(Packed.pack([0.0, 1.0, 0.0, 1.0, 0.0, 1.0].map do |v|
        v * 2
      end), 5, 1)
    end)
    assert_equal([0, 0.0], agreed { PackedSearch.roughness(Packed.pack([1.0]), 1, 1) })
  end

  def test_sums_of_buckets_add_up_to_those_of_all
    ways, forces = [1, 2].map { |seed| wandering(seed) }
    buckets = PackedSearch::Buckets.new(-10.0, 4.0, 5)
    mean_x, mean_y, sums = PackedSearch.bucket_sums(ways, forces, [*100..500], buckets)
    x, y = [ways, forces].map { |packed| Packed.unpack(packed)[100..500] }

    assert_equal 401, sums.sum(&:first)
    [[1, 0.0], [2, 0.0], [3, x.sum { |v| (v - mean_x)**2 }], [5, y.sum do |v|
      (v - mean_y)**2
    end]].each do |place, total|
      assert_in_delta total, sums.sum { |s|
        s[place]
      }, 1e-6
    end
    plain = nil
    agreed do
      PackedSearch.bucket_sums(ways, forces, [*100..500], buckets).last.map(&:first).tap do |counts|
        plain = counts
      end
    end

    assert_equal sums.map(&:first), plain
  end

  def test_nothing_outside_the_samples_is_read
    packed = Packed.pack([1.0, 2.0])

    [-> { PackedSearch.walk(packed, 5, 0) }, -> { PackedSearch.walk(packed, 0, 4) }, lambda {
      PackedSearch.count(packed, 0, 2, 0.0)
    }, lambda {
         PackedSearch.climb(packed, -1, 1, 1, 0.0)
       },
     -> { PackedSearch.roughness(packed, 3, 1) }, -> { PackedSearch.bucket_sums(packed, packed, [2], PackedSearch::Buckets.new(0.0, 1.0, 2)) }].each { |question| assert_raises(ArgumentError, &question) }
  end

  def test_a_course_is_cut_into_the_lines_it_is_made_of
    random = Random.new(2)
    xs = Packed.pack(Array.new(300) { |i| i + (random.rand * 0.3) })
    bent = Packed.pack(Array.new(300) { |i| [i, 100].min + random.rand })
    jumping = Packed.pack(Array.new(300) { |i| (i < 200 ? 0.0 : 40.0) + random.rand })

    found = agreed { PackedSearch.lines(xs, [bent, jumping], penalty: 20.0) }

    assert_equal 3, found.size
    assert_in_delta 100, found[1], 2
    assert_equal [0, 200], [found[0], found[2]]
    assert_equal([0], agreed { PackedSearch.lines(xs, [bent], penalty: 1.0e9) })
  end

  def test_few_points_make_one_line_and_none_makes_none
    one = Packed.pack([1.0])

    assert_empty(agreed { PackedSearch.lines("", [""], penalty: 1.0) })
    assert_equal([0], agreed { PackedSearch.lines(one, [one], penalty: 1.0) })
    assert_equal([0], agreed { PackedSearch.lines(Packed.pack([1.0, 1.0]), [Packed.pack([1.0, 9.0])], penalty: 1.0) })
    assert_raises(ArgumentError) { PackedSearch.lines(one, [Packed.pack([1.0, 2.0])], penalty: 1.0) }
    assert_raises(ArgumentError) { PackedSearch.lines(one, [one], penalty: 1.0, fewest: 0) }
  end

  def test_any_wandering_is_cut_alike_by_both
    8.times do |seed|
      xs = Packed.pack(Array.new(150, &:to_f))
      agreed { PackedSearch.lines(xs, [wandering(seed, 150)], penalty: 15.0, fewest: 1 + (seed % 3)) }
    end
  end
end
