# frozen_string_literal: true

require "json"
require "time"
require_relative "served"
require_relative "timed"

# What somebody waits for who checks and prepares: a cell with sixty checks that read five hundred pulls, a lot of five
# hundred pieces with three sizes each.
class Chain
  include Timed

  CHECKS = 60
  PIECES = 500
  TIMES = 20
  ACTS = MildAnvil::Actions
  DAY = 86_400

  def run
    cell, lot = made
    Served.new.run do |server|
      server.kept_open do |ask|
        { "a cell with #{CHECKS} checks and #{PIECES} pulls" => "/api/instruments/#{cell.id}",
          "the chain of a lot of #{PIECES} pulls" => "/api/lots/#{lot.id}/chain",
          "the pieces of such a lot, three sizes each" => "/api/lots/#{lot.id}/preparation",
          "the page of such a lot" => "/api/lots/#{lot.id}" }.each do |name, path|
          say(name, times(TIMES) do
            ask.call(path)
          end)
        end
      end
      say "a check looked at before it is signed", (times(TIMES) do
        server.post("/api/instruments/#{cell.id}/check-preview", check(Time.now))
      end)
    end
  end

  private

  def typed(text, unit = "kN") = { text: text.to_s, unit: unit }

  def made
    bench = add("benches", name: "Bench", kind: "frame", pull: typed(50))
    cell = add("instruments", name: "C", capacity: typed(50), resolution: typed("0.01"), tolerance_percent: 1.0,
                              good_for_days: 30, bench_id: bench.id)
    CHECKS.times { |i| keep(cell, check(Time.now - ((CHECKS - i) * 7 * DAY))) }
    [cell, pulled(bench)]
  end

  def add(table, **values) = ACTS::Planning::Register.add(table: table, values: values, person_id: Bench.person.id)

  def check(at)
    loads = %w[0 4 8 16 24 36]
    rows = (loads + loads.reverse.drop(1)).map { |load| { applied: typed(load), indicated: typed(load) } }
    { checked_at: at.utc.floor.iso8601, gravity: { value: 9.81 }, masses_percent: 0.02,
      series: Array.new(3) { { readings: rows } } }
  end

  def keep(cell, check)
    check = check.merge(checked_at: Time.iso8601(check[:checked_at]))
    seen = ACTS::Chain::KeepCheck.preview(instrument_id: cell.id, given: check)
    ACTS::Chain::KeepCheck.keep(instrument_id: cell.id, given: check, sha256: seen[:sha256],
                                person_id: Bench.person.id)
  end

  def pulled(bench)
    lot = Bench.lot("Read by C")
    ACTS::Planning::SavePlan.call(lot_id: lot.id, content: { bench_id: bench.id }, revision: 0,
                                  person_id: Bench.person.id)
    pieces = ACTS::Planning::SpecimenList.add(lot_id: lot.id, count: PIECES, person_id: Bench.person.id)
    names = %w[width thickness length]
    ACTS::Prepare::Sizes.draw(lot_id: lot.id, person_id: Bench.person.id, rows: names.map do |name|
      { name: name, role: name, unit: "mm", nominal: "20", plus: "0.5", minus: "0.5" }
    end)
    pieces.each { |piece| names.each { |name| measure(lot, piece, name) } }
    PIECES.times { |i| ACTS::RecordPeak.call(lot_id: lot.id, person_id: Bench.person.id, text: "#{9 + (i % 7)}.5") }
    lot
  end

  def measure(lot, piece, name)
    ACTS::Prepare::Sizes.measure(lot_id: lot.id, specimen_id: piece.id, name: name, texts: ["20.1"], unit: "mm",
                                 person_id: Bench.person.id)
  end
end
