# frozen_string_literal: true

require "json"
require_relative "served"
require_relative "timed"

# What somebody waits for in the morning: Today with twenty long tests of three stations and forty products of two
# hundred mornings; a test after a reading was kept; the page of what is watched.
class Lasting
  include Timed

  ACTS = MildAnvil::Actions
  TESTS = 20
  STATIONS = 3
  READINGS = 40
  PRODUCTS = 40
  MORNINGS = 200
  HOUR = 3600

  def run
    put_away
    tests = Array.new(TESTS) { |i| test(i) }
    products = Array.new(PRODUCTS) { |i| product(i) }
    Served.new.run do |server|
      server.kept_open do |ask|
        say "today, first", [Bench.timed { ask.call("/api/today") }.first]
        say "today", times(20) { ask.call("/api/today") }
        say "the list of long tests", times(20) { ask.call("/api/long-tests") }
        say "a long test of 3 stations, again", times(20) { ask.call("/api/long-tests/#{tests.first.id}") }
        say "what is watched, 40 products of 200 mornings", times(20) { ask.call("/api/watch") }
        say "one product", times(20) { |i| ask.call("/api/watch/#{products[i].id}") }
      end
      say "a reading kept, and the test worked out anew", times(20) { |i| read(server, tests[i % TESTS]) }
    end
  end

  private

  # What an earlier run left in the database.
  def put_away
    MildAnvil::Store::Models::WatchedProduct.where(retired_at: nil).update(retired_at: Time.now)
    MildAnvil::Store::Models::LongTest.where(state: "running").update(state: "ended", ended_at: Time.now)
  end

  def test(index)
    names = Array.new(STATIONS) { |i| { name: "Station #{i + 1}" } }
    made = ACTS::LongTests::BeginTest.call(values: { kind: "sustained", title: "Bond #{index}", stations: names },
                                           person_id: Bench.person.id, started_at: Time.now - (1200 * HOUR))
    made.stations.each { |station| READINGS.times { |i| row(station, made.started_at, i) } }
    made
  end

  def row(station, began, index)
    hours = 0.02 * (50_000**(index / (READINGS - 1.0)))
    travel = 0.4 + (0.08 * (hours**0.22))
    read = { travel: { text: format("%.3f", travel), unit: "mm", si: travel / 1000, step: 1.0e-6 } }
    MildAnvil::Store::Models::LongReading.create(station_id: station.id, at: began + (hours * HOUR), hours: hours,
                                                 read: JSON.generate(read), person_id: Bench.person.id)
  end

  def product(index)
    values = { name: "Cord #{index}, #{SecureRandom.hex(3)}", display_unit: "N", weekdays: "1234567",
               limit: { text: "540", unit: "N" } }
    made = ACTS::Watching::Products.add(values: values, person_id: Bench.person.id)
    MORNINGS.times do |i|
      MildAnvil::Store::Models::WatchedBreak.create(product_id: made.id, at: Time.now - ((MORNINGS - i) * 24 * HOUR),
                                                    value_si: 584.0 + (9 * Math.sin(i * 7)), resolution_si: 1.0,
                                                    text: "584", unit: "N", person_id: Bench.person.id)
    end
    made
  end

  def read(server, test)
    values = { travel: { text: format("%.3f", 0.8 + (rand / 100)), unit: "mm" } }
    server.post("/api/stations/#{test.stations.first.id}/readings", { values: values })
  end
end
