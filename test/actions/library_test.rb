# frozen_string_literal: true

require_relative "../support/store_case"
require_relative "../support/pictures"

# The shop's own rows beside the shipped ones.
class LibraryTest < StoreCase
  Library = Actions::Library
  FACTOR = { use: "Kite lines", low: 4.0, usual: 5.0, high: 6.0, source: "Our own breaks of ten years" }.freeze

  def add(table, **values) = Actions::SaveLibraryRow.add(table: table, values: values, person_id: person.id)
  def factor(row) = Library.design_factors.find { |f| f[:id] == row.id }

  def test_an_own_factor_stands_beside_the_shipped_ones_until_somebody_else_checked_it
    shipped = Library.design_factors.count { |f| !f[:own] }
    row = add("design_factors", **FACTOR)

    assert_equal [true, true, nil], factor(row).values_at(:own, :check, :checked_by)
    assert_raises(MildAnvil::Forbidden) do
      Actions::SaveLibraryRow.check(table: "design_factors", id: row.id,
                                    person_id: person.id)
    end
    Actions::SaveLibraryRow.check(table: "design_factors", id: row.id, person_id: reviewer.id)

    assert_equal [false, reviewer.name], factor(row).values_at(:check, :checked_by)
    assert_equal(shipped, Library.design_factors.count { |f| !f[:own] })
    Actions::SaveLibraryRow.retire(table: "design_factors", id: row.id, person_id: person.id)

    assert_nil factor(row)
  end

  def test_a_factor_of_the_shops_own_is_named_on_the_statement
    row = add("design_factors", **FACTOR)
    made = lot_with_breaks(8.1, 8.4, 7.9, terms: { design_factor: 5.0, design_factor_key: row.key })

    assert_equal "Kite lines: Our own breaks of ten years", computed(made).statement["factor_source"]
  end

  def test_a_range_holds_its_usual_value
    assert_raises(MildAnvil::InvalidInput) { add("design_factors", **FACTOR, usual: 9.0) }
    assert_raises(Sequel::CheckConstraintViolation) do
      Models::DesignFactor.create(key: "x", person_id: person.id,
                                  **FACTOR, low: 0.5)
    end
  end

  def test_what_the_shop_knows_of_a_population_goes_before_what_ships
    made = lot_with_breaks(8.1, 8.4, 7.9, 8.0, 8.3)
    assert_equal "tolerance_normal", computed(made).statement["recommended"]
    row = add("population_shapes", item_type: "sewn_loop", shape: "weibull", reason: "our threads break one by one")
    found = computed(made).statement

    assert_equal "tolerance_weibull", found["recommended"]
    assert_match(/Our threads break one by one: the bound for a population whose weakest place decides/,
                 found["recommended_reason"])
    assert_equal [true, ["sewn_loop"]], Library.populations.last.values_at(:check, :item_types)
    Actions::SaveLibraryRow.check(table: "population_shapes", id: row.id, person_id: reviewer.id)
    Actions::SaveLibraryRow.retire(table: "population_shapes", id: row.id, person_id: person.id)

    assert_equal "tolerance_normal", computed(made).statement["recommended"]
    assert_raises(MildAnvil::InvalidInput) { add("population_shapes", item_type: "moon", shape: "normal", reason: "x") }
  end

  STEPS = [{ above: 0.0, up_to: 5.0, times: 2.0, plus: 0.0 }, { above: 5.0, up_to: nil, times: 1.0, plus: 5.0 }].freeze

  def test_the_steps_of_a_proof_rule_leave_no_gap
    row = add("proof_rules", name: "Own loose gear", source: "Shop rule 4", steps: STEPS)

    assert_equal 2, Library.proof_rules.find { |r| r[:id] == row.id }[:steps].size
    gap = [STEPS[0], STEPS[1].merge(above: 6.0)]
    open_start = [STEPS[0].merge(above: 1.0), STEPS[1]]
    [gap, open_start, [STEPS[0]]].each do |steps|
      assert_raises(MildAnvil::InvalidInput) { add("proof_rules", name: "x", source: "y", steps: steps) }
    end
  end

  ITEM = { name: "Ring of four", features: ["ring"], loads_shared: false, inspection_points: ["weld"],
           zones: [{ key: "ring", name: "Ring", x: 140.0, y: 48.0 }],
           parts: [{ part: "eye", x: 120, y: 30, w: 40, h: 40 }] }.freeze

  def test_an_own_item_type_is_drawn_and_used
    row = Actions::SaveItemType.add(values: ITEM, person_id: person.id)
    made = lot(item_type: row.key)

    assert_equal(["ring"], peak(made, "8.1").then { |pull| [pull.feature.name] })
    type = Library.item_type(row.key)
    assert_equal [["ring", "Ring", 140.0, 48.0]], type.zones
    assert_equal [false, person.name, ["weld"]], [type.loads_shared, type.added_by, type.inspection_points]
    assert_raises(MildAnvil::InvalidInput) do
      Actions::SaveItemType.add(values: ITEM.merge(parts: []),
                                person_id: person.id)
    end
    assert_raises(MildAnvil::InvalidInput) do
      Actions::SaveItemType.add(values: ITEM.merge(zones: ITEM[:zones] * 2),
                                person_id: person.id)
    end
  end

  def test_a_picture_is_a_picture_drawn_anew_and_no_larger_than_a_sketch_needs_it
    keep = ->(bytes, name = "ring.png") { Actions::SaveItemType.keep_picture(name: name, bytes: bytes, person_id: person.id) }
    kept = keep.call(Pictures.png(3000, 2000))
    type, bytes = Actions::Pictures.read(kept.id)

    assert_equal ["image/png", true], [type, kept.width * kept.height <= 1_000_000]
    assert_in_delta 1.5, kept.width / kept.height.to_f, 0.01
    assert_operator bytes.bytesize, :<, 100_000
    assert_nil Models::AttachmentOriginal[kept.id], "it is no evidence"
    ["<svg onload=x>", "\x89PNG\r\n\x1A\n".b + ("x" * 40), Pictures.png(10, 10) + ("x" * 5_000_000)].each do |odd|
      assert_raises(MildAnvil::InvalidInput) { keep.call(odd, "x.svg") }
    end
  end

  def test_twenty_item_types_ship_with_places_and_drawings
    types = MildAnvil::Catalogue.item_types

    assert_operator types.size, :>=, 20
    types.each do |type|
      assert_operator type.parts.size, :>=, 2, type.key
      type.zones.each { |key, name, x, y| assert x.between?(0, 280) && y.between?(0, 96) && name, "#{type.key} #{key}" }
      refute_empty type.features
    end
  end
end
