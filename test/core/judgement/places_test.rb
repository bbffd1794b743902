# frozen_string_literal: true

require "test_helper"

# Where and how pieces gave way, in a sentence.
class PlacesTest < Minitest::Test
  Places = MildAnvil::Core::Judgement::Places

  def failed(*zones, mode: "broken", part: "specimen")
    zones.map { |zone| Places::Failure.new(zone: zone, mode: mode, part: part) }
  end

  def test_most_at_one_place_says_what_is_being_rated
    line = Places.call(failed(*(["standing line"] * 5), "splice"), item: "Rope with eye splice")
    splice = Places.call(failed(*(["splice"] * 4)), item: "Rope with eye splice")

    assert_match(/\A5 of 6 gave way at the standing line: there the standing line is being rated, not the rest/,
                 line.first)
    assert_match(/4 of 4 .* the design is being rated, not the material/, splice.first)
    assert_equal ["2 of 4 gave way at the splice."],
                 Places.call(failed("splice", "splice", "eye", "line"), item: "x")
  end

  def test_the_substrate_the_ways_and_too_few
    ground = Places.call(failed("cone", "cone", "cone", part: "substrate"), item: "Screw anchor")
    assert_equal [Places::SUBSTRATE], ground
    mixed = failed("a", "a") + failed("a", mode: "torn")
    assert_equal "2 broken, 1 torn: more than one way to fail.", Places.call(mixed, item: "b").last
    assert_empty Places.call(failed("a", "a"), item: "b")
    assert_empty Places.call(failed("", "", "", mode: ""), item: "b")
  end
end
