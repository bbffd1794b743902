# frozen_string_literal: true

require_relative "../../test_helper"

# A plan composed: what each section answers, and what it asks for while something is missing.
class ComposedTest < CoreCase
  Plan = MildAnvil::Core::Plan
  UNITS = MildAnvil::Catalogue.units

  def typed(text, unit = "kN") = { text: text, unit: unit }

  def compose(content, **world)
    Plan::Composed.new(content, Plan::World.new(unit: UNITS.find("kN"), units: UNITS,
                                                rules: MildAnvil::Catalogue.proof_rules, **world))
  end

  def test_an_empty_plan_asks_in_every_section_and_refuses_nothing
    plan = compose({})

    assert_empty plan.refused
    assert_equal ["missing"], plan.sections.values.map { |s| s[:state] }.uniq
    assert_empty plan.limits
    assert_nil plan.line
  end

  def test_the_line_of_truth
    assert_equal "8 pulls, 96 % sure to clear 9.00 kN",
                 compose({ pulls: 8, required: typed("9"), expected: { mean: typed("14.5"), scatter_percent: 8 } }).line
    assert_equal "8 pulls", compose({ pulls: 8 }).line
  end

  def test_a_scatter_that_nobody_knows_is_said_to_be_taken
    assert_match(/scatter not known, taken as 10 %/, compose({ expected: { mean: typed("14.5") },
                                                               required: typed("9") })
      .sections[:how_many][:scatter])
  end

  def test_borrowed_scatter_says_from_how_many_and_whether_alike
    lots = [[10.0, 10.2, 9.9], [10.0, 14.0, 6.0]].map { |list| list.map { |v| v * 1000 } }
    borrowed = MildAnvil::Core::Rating::Borrowed.from(lots, source: "two lots")
    found = compose({ expected: { mean: typed("10") }, required: typed("5") }, borrowed: borrowed).sections[:how_many]

    assert_match(/borrowed from two lots, 4 degrees of freedom; they do not scatter alike/, found[:scatter])
    assert_match(/a scatter with 4 degrees of freedom is itself uncertain/, found[:working].last)
  end

  def test_gas_warns_and_liquid_stores_less
    vessel = lambda { |medium|
      compose({ energy: { medium: medium, pressure: typed("101", "bar"), volume_litres: 10 } }).sections[:energy]
    }

    assert_operator vessel.call("gas")[:joules], :>, 100 * vessel.call("liquid")[:joules]
    assert(vessel.call("gas")[:cautions].any? { |c| c.include?("test with water") })
    refute(vessel.call("liquid")[:cautions].any? { |c| c.include?("test with water") })
  end

  def test_a_proof_that_may_harm_is_cautioned
    content = { expected: { mean: typed("14.5"), scatter_percent: 8 },
                proof: { rule_key: "sling", working_load: typed("3") } }
    harmless = content.merge(proof: { rule_key: "sling", working_load: typed("2") })

    assert_equal "look", compose(content).sections[:proof][:state] # 6 > (14.5 − 3.48) / 2
    assert_equal "ok", compose(harmless).sections[:proof][:state]
  end

  def test_an_appliance_lists_its_movements_and_is_not_certifiable_without_its_gear
    found = compose({ proof: { rule_key: "lifting_appliance", working_load: typed("22", "tf"),
                               movements: %w[hoist slew] } })
            .sections[:proof]

    assert_equal 3, found[:movements].size
    assert(found[:cautions].any? { |c| c.start_with?("Not certifiable") })
    assert_empty compose({ proof: { rule_key: "sling", working_load: typed("2") } }).sections[:proof][:movements]
  end

  # The proof of 22 t is 27 t: the mass follows without being typed.
  def test_a_test_mass_follows_from_the_proof
    found = compose({ proof: { rule_key: "lifting_appliance", working_load: typed("22", "tf") },
                      mass: { kind: "steel",
                              weights: [{ kilograms: 5000, count: 4 }, { kilograms: 1000, count: 6 }] } })
            .sections[:mass]

    assert_equal "look", found[:state]
    assert_match(/4 × 5.00 t \+ 6 × 1.00 t = 26.0 t of 27.0 t, 1.00 t short. The cell should read 255 kN/,
                 found[:sentence])
  end

  def test_pulls_made_and_blocks_by_bench_stand_on_the_day
    plan = compose({ day: { minutes_each: 10, benches: 2, operators: 2 } },
                   labels: %w[A B C D], blocks: { "A" => 1, "B" => 1, "C" => 2, "D" => 2 },
                   made: [{ label: "A", from: 400.0, to: 410.0 }])
    day = plan.sections[:day][:items].to_h { |item| [item[:label], item.values_at(:lane, :from)] }

    assert_equal ["bench 1", 400.0], day["A"]
    assert_equal ["bench 2", "bench 2", "bench 1"], day.values_at("C", "D", "B").map(&:first)
  end

  def test_limits_stand_in_their_order
    bench = Plan::BenchChoice::Bench.new(id: 4, name: "B", pull_newtons: 50_000.0, push_newtons: 5_000.0,
                                         guard_newtons: 22_000.0,
                                         cells: [Plan::BenchChoice::Cell.new(name: "C", capacity_newtons: 40_000.0)])
    content = { bench_id: 4, expected: { mean: typed("9") },
                train: [{ name: "x", specimen: true }, { name: "Jaw", strength: typed("24") }] }

    assert_equal(%w[guard train cell bench], compose(content, benches: [bench]).limits.map { |l| l[:key] })
    assert_in_delta 5_000.0, compose(content, benches: [bench], push: true).limits.first[:value_si]
  end
end
