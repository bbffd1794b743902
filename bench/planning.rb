# frozen_string_literal: true

require "json"
require_relative "served"
require_relative "timed"

# What somebody waits for who plans: every change of a figure answered anew, with a train of eight links, four benches,
# a hundred earlier pulls of the type, forty specimens; and the page of the lot, whose rule the plan's limits stand on.
class Planning
  include Timed

  CHANGES = 40
  PULLS = 40
  ACTIONS = MildAnvil::Actions::Planning

  def run
    Bench.fill(Array.new(5) { |i| Bench.lot("Earlier #{i}") }, 20)
    lot = planned
    Served.new.run do |server|
      server.kept_open { |ask| say("the page of a planned lot", times(CHANGES) { ask.call("/api/lots/#{lot.id}") }) }
      say "a change of the plan, every answer", (times(CHANGES) do |i|
        server.post("/api/lots/#{lot.id}/plan/preview", { content: content(pulls: i + 3, mean: 14.1 + (i * 0.01)) })
      end)
    end
  end

  private

  def typed(text, unit = "kN") = { text: text.to_s, unit: unit }

  def planned
    lot = Bench.lot("Planned")
    register
    ACTIONS::SpecimenList.add(lot_id: lot.id, count: PULLS, pattern: "P-{n:2}", person_id: Bench.person.id)
    ACTIONS::PullOrders.draw(lot_id: lot.id, blocks: 2, seed: 7, person_id: Bench.person.id)
    ACTIONS::SavePlan.call(lot_id: lot.id, content: content(pulls: 8, mean: 14.5), revision: 0,
                           person_id: Bench.person.id)
    lot
  end

  def register
    4.times do |i|
      bench = add("benches", name: "Bench #{i}", kind: "frame", pull: typed(10 + (20 * i)), guard: typed(22))
      add("instruments", name: "C-#{i}", capacity: typed(50), verified_low: typed(1), verified_high: typed(36),
                         bench_id: bench.id)
    end
    @gear = Array.new(7) { |i| add("gear", name: "Link #{i}", kind: "pin", strength: typed(15 + (5 * i))) }
  end

  def add(table, **values) = ACTIONS::Register.add(table: table, values: values, person_id: Bench.person.id)

  def content(pulls:, mean:)
    links = @gear.map { |row| { name: row.name, gear_id: row.id } }
    { pulls: pulls, expected: { mean: typed(mean), scatter_percent: 8 }, required: typed(9), difference_percent: 10,
      train: [*links.first(4), { name: "Specimen", specimen: true }, *links.drop(4)],
      energy: { stretch: typed(24, "mm") }, day: { check_minutes: 20, setup_minutes: 20, minutes_each: 7 },
      tackle: { stages: [{ parts: 3, efficiency_percent: 95 }, { parts: 3, efficiency_percent: 95 }] },
      stock: { pieces: 30 } }
  end
end
