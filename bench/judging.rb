# frozen_string_literal: true

require "json"
require "net/http"
require_relative "served"

# What somebody waits for who judges: on a lot of forty with half of them "at least", alone and with nineteen others.
class Judging
  PULLS = 40
  CLIENTS = 20
  EACH = 10

  def run
    Served.new.run do |server|
      @server = server
      pulls = filled("Forty pulls")
      say "a judgement, lot of #{PULLS}, half at least", times(pulls, 60)
      say "#{CLIENTS} clients on one lot, #{EACH} judgements each", together(filled("Forty more"))
    end
  end

  private

  def say(name, seconds)
    sorted = seconds.sort
    Bench.say name, format("median %.0f ms, 95 of 100 within %.0f ms, slowest %.0f ms", sorted[sorted.size / 2] * 1000,
                           sorted[(sorted.size * 0.95).ceil - 1] * 1000, sorted.last * 1000)
  end

  def filled(name)
    lot = Bench.lot(name)
    Array.new(PULLS) do |i|
      text = format("%.2f", 9 + (0.4 * Math.sin(i * 7)))
      pull = MildAnvil::Actions::RecordPeak.call(lot_id: lot.id, text: text, unit: "kN", person_id: Bench.person.id,
                                                 specimen_number: i + 1)
      judge(pull.id, i)
      pull.id
    end
  end

  def body(index)
    index.even? ? { counts_as: "break", failed_part: "specimen" } : { counts_as: "at_least", failed_part: "connector" }
  end

  def judge(id, index) = @server.post("/api/pulls/#{id}/judgements", body(index))
  def times(pulls, count) = Array.new(count) { |i| Bench.timed { judge(pulls[i % PULLS], i / PULLS) }.first }

  def together(pulls)
    clients = Array.new(CLIENTS) { |c| Thread.new { Array.new(EACH) { |i| one(pulls, c, i) } } }
    clients.flat_map(&:value)
  end

  def one(pulls, client, index) = Bench.timed { judge(pulls[(client * 2) + (index % 2)], index) }.first
end
