# frozen_string_literal: true

require_relative "../../test_helper"

# Laws that every plan keeps, on made-up ones from a seed.
class PlanLawsTest < CoreCase
  Plan = MildAnvil::Core::Plan
  RUNS = 40

  def made_up(seed) = RUNS.times { |i| yield Random.new(seed + i) }

  def train(random, count = random.rand(2..8))
    links = Array.new(count) do |i|
      mean = 10_000.0 * (0.7 + (random.rand * 2))
      Plan::Link.new(name: "link #{i}", mean: mean, deviation: mean * (0.01 + (random.rand * 0.15)),
                     strands: random.rand(1..3), legs: random.rand(1..2), included_degrees: random.rand * 120,
                     specimen: i.zero?)
    end
    Plan::LoadTrain.new(links.shuffle(random: random))
  end

  def test_somebody_goes_first
    made_up(100) { |random| assert_in_delta 1.0, train(random).first.sum(&:probability), 1e-6 }
  end

  # Against a plain count of 20,000 drawn trains: within four standard errors.
  def test_chances_are_those_of_drawn_trains
    6.times do |i|
      random = Random.new(200 + i)
      made = train(random, 4)
      counts = Hash.new(0)
      20_000.times { counts[made.links.min_by { |link| drawn(link, random) }.name] += 1 }
      made.first.each do |first|
        error = Math.sqrt([first.probability * (1 - first.probability), 1e-5].max / 20_000)

        assert_in_delta first.probability, counts[first.name] / 20_000.0, 4 * error, first.name
      end
    end
  end

  # The force in line at which it goes: the weaker of its legs.
  def drawn(link, random)
    Array.new(link.legs) { link.capacity + (link.scatter * normal(random)) }.min
  end

  def normal(random) = Math.sqrt(-2 * Math.log(1 - random.rand)) * Math.cos(2 * Math::PI * random.rand)

  def test_a_stronger_link_never_makes_the_specimen_less_likely_to_go_first
    made_up(300) do |random|
      made = train(random)
      other = made.links.reject(&:specimen).sample(random: random)
      stronger = Plan::LoadTrain.new(made.links.map { |link| link.equal?(other) ? link.stronger(1.3) : link })

      assert_operator stronger.specimen_first, :>=, made.specimen_first - 1e-7
    end
  end

  # Newtons or thousands of them: the same chances and the same mend.
  def test_the_unit_changes_nothing
    made_up(400) do |random|
      made = train(random)
      scaled = Plan::LoadTrain.new(made.links.map { |link| link.stronger(1000.0) })

      assert_in_delta made.specimen_first, scaled.specimen_first, 1e-9
      first, second = [made, scaled].map { |t| t.mend&.fetch(:times) }
      first.nil? ? assert_nil(second) : assert_in_delta(first, second, 1e-3)
    end
  end

  # No bench and no operator does two things at once; nothing begins before it is ready, outside hours or before now.
  def test_a_day_can_be_lived
    made_up(500) do |random|
      day = a_day(random)
      on_benches = day.items.reject { |item| item.kind == "conditioning" }
      on_benches.group_by(&:lane).each_value { |items| assert_apart(items) }

      assert_operator busiest(on_benches), :<=, @hours.operators
      on_benches.each { |item| assert_within_hours(item) }
    end
  end

  def a_day(random)
    @hours = Plan::Day::Hours.new(opens: random.rand(300..600), closes: random.rand(900..1200),
                                  benches: random.rand(1..3), operators: random.rand(1..3))
    oven = Plan::Day::Conditioning.new(name: "oven", minutes: random.rand(10..300), capacity: random.rand(1..6),
                                       cool_minutes: random.rand(0..40), starts: random.rand(-300..500))
    pulls = (1..random.rand(1..25)).map { |n| Plan::Day::Pull.new(label: n.to_s, bench: random.rand(0..2)) }
    Plan::Day.new(pulls: pulls, minutes_each: random.rand(2..60), hours: @hours, check_minutes: random.rand(0..40),
                  setup_minutes: random.rand(0..40), conditioning: random.rand < 0.5 ? [oven] : [])
  end

  def assert_apart(items)
    items.sort_by(&:from).each_cons(2) { |a, b| assert_operator a.to, :<=, b.from + 1e-9 }
  end

  def busiest(items)
    items.map { |item| items.count { |other| other.from <= item.from && other.to > item.from } }.max || 0
  end

  def assert_within_hours(item)
    start = item.from - (item.day * Plan::Day::MINUTES_A_DAY)

    assert_operator start, :>=, @hours.opens
    assert_operator start + (item.to - item.from), :<=, @hours.closes
  end

  # More of anything that is scarce never leaves fewer pieces; nobody gets more than was wanted.
  def test_stock_never_gives_more_than_there_is
    made_up(600) do |random|
      groups = Array.new(random.rand(1..6)) { |i| Plan::Stock::Group.new(name: i.to_s, wanted: random.rand(1..20)) }
      limits = Plan::Stock::Limits.new(pieces: random.rand(0..60), metres: random.rand * 40, budget: nil)
      stock = Plan::Stock.new(limits, Plan::Stock::Each.new(metres: 0.2 + random.rand), groups)

      assert_operator stock.left.sum(&:wanted), :<=, [stock.reaches, groups.sum(&:wanted)].min
      stock.left.zip(groups) { |after, before| assert_operator after.wanted, :<=, before.wanted }
      assert_operator stock.left.map(&:wanted).max - groups.map(&:wanted).min, :<=, groups.map(&:wanted).max
    end
  end

  # A tackle never gives more than its parts of rope, and each anchor holds what pulls on it.
  def test_a_rig_gives_no_more_than_its_parts
    made_up(700) do |random|
      stages = Array.new(random.rand(1..4)) do
        Plan::Rig::Stage.new(parts: random.rand(1..6), efficiency: 0.7 + (random.rand * 0.3),
                             from_moving_block: random.rand < 0.5)
      end
      rig = Plan::Rig.new(stages)

      assert_operator rig.advantage, :<=, rig.count + 1e-9
      assert_in_delta 10_000.0, rig.hand(10_000.0) * rig.advantage, 1e-6
      rig.levels(10_000.0).each_cons(2) { |a, b| assert_in_delta a.hauls, b.moves, 1e-9 }
    end
  end

  # A limit is a number or a sentence, and min and max are what they say.
  def test_min_and_max_are_what_they_say
    made_up(800) do |random|
      a, b = Array.new(2) { (random.rand * 100).round(3) }
      formula = ->(text) { MildAnvil::Core::Acceptance::Formula.new(text).value("a" => a, "b" => b) }

      assert_in_delta [a, b].min, formula.call("min(a, b)"), 1e-12
      assert_in_delta a + b, formula.call("min(a, b) + max(a; b)"), 1e-9
      assert_in_delta (a * 0.001) - b, formula.call("#{a} mm - b"), 1e-9
    end
  end
end
