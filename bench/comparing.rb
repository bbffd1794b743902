# frozen_string_literal: true

require "json"
require_relative "served"
require_relative "timed"

# What somebody waits for who compares: twelve lots in a study of three factors with two hundred breaks, first and then;
# each other lot set against the one asked about; the same with every sixth piece only "at least"; what a rating means
# in use.
class Comparing
  include Timed

  FACTORS = [{ name: "Rows", kind: "quantity", unit: "rows", levels: [4, 6, 8].map { |n| { name: n.to_s, value: n } } },
             { name: "Thread", levels: [{ name: "polyester" }, { name: "aramid" }] },
             { name: "Order", levels: [{ name: "sewn first" }, { name: "heat-set first" }] }].freeze
  PULLS = 17
  ACTIONS = MildAnvil::Actions

  def run
    Served.new.run do |server|
      server.kept_open do |ask|
        [false, true].each do |bounds|
          lots = study(bounds)
          nil while ACTIONS::Worker.run_once # what rates them would run beside
          words = bounds ? ", every sixth only a bound" : ""
          first = lots.map { |lot| once { ask.call("/api/lots/#{lot.id}/comparison") } }
          say "a comparison of 12 lots, 204 pieces#{words}, first", first.first(1)
          say "the same asked about another of them, first", first.drop(1)
          say "the same again", times(20) { ask.call("/api/lots/#{lots.first.id}/comparison") }
          against = lots.drop(1).map { |lot| "/api/lots/#{lots.first.id}/comparison?against=#{lot.id}" }
          say("another lot set against it, first", against.map { |path| once { ask.call(path) } })
          use = ->(angle) { "/api/lots/#{lots.first.id}/use?way=two_legs&angle=#{angle}" }
          say "another angle in use", times(30) { |i| ask.call(use.call(10 + i)) }
        end
      end
    end
  end

  private

  def once
    started = Bench.now
    yield
    Bench.now - started
  end

  def study(bounds)
    random = Random.new(3)
    job = ACTIONS::CreateJob.call(customer: "Bench", title: "Study #{bounds}", person_id: Bench.person.id)
    study = ACTIONS::SaveStudy.call(job_id: job.id, name: "Straps", factors: FACTORS, person_id: Bench.person.id)
    cells(study).map { |levels| cell(job, levels, bounds, random) }
  end

  def cells(study) = study.factors.map(&:levels).then { |first, *rest| first.product(*rest) }

  def cell(job, levels, bounds, random)
    values = { name: "Strap #{levels.map(&:name).join(', ')}", item_type: "sewn_loop" }
    lot = ACTIONS::SaveLot.create(job_id: job.id, values: values, person_id: Bench.person.id)
    ACTIONS::AssignLevels.call(lot_id: lot.id, level_ids: levels.map(&:id), person_id: Bench.person.id)
    PULLS.times { |i| pull(lot, levels.first.value, bounds && (i % 6).zero?, random) }
    lot
  end

  def pull(lot, rows, bound, random)
    text = format("%.2f", 6 + (0.4 * rows) + random.rand)
    made = ACTIONS::RecordPeak.call(lot_id: lot.id, text: text, unit: "kN", person_id: Bench.person.id)
    counts_as, failed_part = bound ? %w[at_least connector] : %w[break specimen]
    ACTIONS::JudgePull.call(pull_id: made.id, person_id: Bench.person.id, counts_as: counts_as,
                            failed_part: failed_part, reason: bound ? "pin bent" : "")
  end
end
