# frozen_string_literal: true

require "stringio"
require "tmpdir"
require_relative "../test_helper"

# bin/anvil plan: a whole plan of one file, and every problem as sentences with units.
class PlanCommandTest < CoreCase
  def plan(content, *options)
    out = StringIO.new
    err = StringIO.new
    Dir.mktmpdir do |folder|
      path = File.join(folder, "plan.json")
      File.write(path, JSON.generate(content))
      @status = MildAnvil::Cli::Main.new(out: out, err: err).run(["plan", path, *options])
    end
    @err = err.string
    out.string
  end

  def kn(text) = { text: text, unit: "kN" }

  def whole
    { unit: "kN",
      earlier_lots: [{ name: "dry", breaks: [14.2, 15.1, 13.9, 14.8] }, { name: "old", breaks: [14.0, 15.2, 14.9] }],
      benches: [{ name: "B-1", pulls: kn("10"), guard: kn("9") },
                { name: "B-2", pulls: kn("50"), guard: kn("22"),
                  cells: [{ name: "C-2", capacity: kn("50"), verified_from: kn("0.4"), verified_to: kn("36") }] }],
      near_misses: [{ what: "a pin", metres: 2.0 }],
      plan: { pulls: 8, required: kn("9"), bench_id: 2,
              train: [{ name: "Jaw", strength: kn("18.5"), scatter_percent: 8 }, { name: "Joint", specimen: true }],
              energy: { stretch: { text: "24", unit: "mm" }, flying_kg: 40 }, day: { minutes_each: 7 },
              stock: { pieces: 7 } } }
  end

  def test_one_file_answers_the_whole_plan
    text = plan(whole)

    assert_equal 0, @status, @err
    ["To clear 9.00 kN: 4 pulls clear it", "The specimen goes first with", "B-2: can", "B-1: no: pulls 10.0 kN",
     "Stay 3.00 m away", "8 pieces are wanted, there are 7", "07:00 to 07:07 bench 1: pull 1",
     "borrowed from dry, old, 5 degrees of freedom; they scatter alike"].each { |words| assert_includes text, words }
    refute_match(/[a-z]_[a-z]|\d\.\d{4,}|NaN/, text)
  end

  def test_the_same_as_json
    found = JSON.parse(plan(whole, "--json"))

    assert_equal 4, found["how_many"]["needed"]
    assert_equal(["Jaw", "Guard contains", "C-2 verified", "B-2"], found["limits"].map { |row| row["name"] })
  end

  # Each problem of the reference page as its sentence: figures with their units.
  SENTENCES = [
    [{ tackle: [{ parts: 4 }, { parts: 3, efficiency: 0.9 }], load: 1000 }, "The hand or winch pulls 103 N."],
    [{ tackle: [{ parts: 3 }], load: 9, unit: "kN" }, "The hand or winch pulls 3.00 kN."],
    [{ required_share: 0.85, variation_share: 0.05 }, "19 breaks clear it with 90 % chance"],
    [{ difference_share: 0.1, variation_share: 0.1 }, "17 breaks a group show a difference of 10 % with 80 % chance"],
    [{ proof_rule: "beam", tonnes: 11 }, "proof load 21 t"], [{ lowest: true }, "The lowest of 59 breaks keeps it."],
    [{ energy: { force: 10_000, stiffnesses: [200_000] } }, "250 J are stored, like 10 kg from 2.55 m"],
    [{ energy: { force: 10, stiffnesses: [200_000] }, unit: "kN" }, "250 J are stored"],
    [{ water: { kilograms: 10_000, litres_per_bag: 4000, bag_kilograms: 200 } }, "3 bags, 3270 litres in each"],
    [{ sling: { included_degrees: 90, limit: 10 }, unit: "kN" }, "Limit 14.1 kN"],
    [{ combined: { pull: 3, pull_limit: 6, shear: 2, shear_limit: 8 } }, "75 % used: it holds."],
    [{ ram: { pressure: 20_000_000, bore: 0.05 } }, "The ram makes 39300 N"],
    [{ preload: { torque: 40, diameter: 0.01 } }, "About 20000 N: a setting aid; the cell decides."],
    [{ breaks: [22.67, 20.38, 22.65, 23.06, 21.84], unit: "kN" }, "The bound is now 17.6 kN"],
    [{ train: [{ name: "a", mean: 10, deviation: 1, specimen: true }, { name: "b", mean: 10, deviation: 1 }] },
     "The specimen goes first with 50 %."]
  ].freeze

  def test_every_problem_is_answered_in_a_sentence
    SENTENCES.each do |problem, words|
      text = plan(problem)

      assert_includes text, words
      refute_match(/\d\.\d{4,}/, text)
    end
  end

  def test_several_problems_of_one_file_are_all_answered
    text = plan({ tackle: [{ parts: 3 }], load: 9, lowest: true, unit: "kN" })

    assert_match(/3.00 kN.*The lowest of 59/m, text)
    assert_equal %w[tackle lowest].sort, JSON.parse(plan({ tackle: [{ parts: 3 }], lowest: true }, "--json")).keys.sort
  end

  BAD = [[{ plan: { train: [{ name: "a", legs: 2, included_degrees: 180 }] } },
          /included_degrees must be less than 180/],
         [{ plan: { pulls: 0 } }, /pulls must be greater than 0/],
         [{ plan: { expected: { mean: { text: "0", unit: "kN" } }, required: { text: "1", unit: "kN" } } },
          /must be above 0/],
         [{ plan: { ram: { bore: { text: "5", unit: "kN" }, force: { text: "5", unit: "kN" } } } },
          /no unit of displacement/],
         [{ plan: { day: { opens: "25:00" } } }, /opens is in invalid format/],
         [{ plan: {}, unit: "furlong" }, /no unit of force/],
         [{ plan: { train: [{ name: "a" }] } }, /one link of the train is the specimen/i]].freeze

  def test_a_plan_that_cannot_be_used_says_what_is_wrong
    BAD.each do |problem, words|
      plan(problem)

      assert_equal 1, @status, problem
      assert_match words, @err
    end
  end
end
