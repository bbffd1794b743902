# frozen_string_literal: true

require_relative "../test_helper"

# Long tests as the core takes them, made by hand: SI throughout.
module LongSetups
  LongTest = MildAnvil::Core::LongTest
  CREEP_HOURS = [0.1, 0.2, 0.5, 1, 2, 5, 10, 24, 48, 96, 168, 336, 500, 1000].map(&:to_f).freeze
  STEPS = { travel: 1.0e-6, load: 10.0, held: 0.1, crack: 1.0e-5 }.freeze

  def at(hours, count: nil, **values)
    LongTest::Reading.new(id: hours, hours: hours.to_f, count: count, values: values, note: "")
  end

  def station(readings: [], terms: {}, marks: [], ended: nil, name: "Station 1", id: 1)
    LongTest::Station.new(id: id, name: name, terms: terms, readings: readings, marks: marks, ended: ended)
  end

  # @return [LongTest::Answer]
  def answer(key, stations, terms: {}, units: {}, steps: {}, hours: nil, schedule: nil)
    kind = LongTest::Kinds.fetch!(key)
    hours ||= stations.flat_map { |s| s.readings.map(&:hours) }.max || 0.0
    setup = LongTest::Setup.new(kind: kind, title: "A test", stations: stations, schedule: schedule, hours: hours,
                                terms: agreed(kind).merge(terms).compact, units: shown(kind, units),
                                steps: STEPS.merge(steps))
    kind.new(setup).tap { |one| @chart = one.chart }.answer
  end

  def agreed(kind)
    units = MildAnvil::Catalogue.every_unit
    LongTest::AgreedTerms.si(kind.terms, LongTest::AgreedTerms.defaults(kind.terms), units)
  end

  def shown(kind, units)
    known = (kind.terms + kind.station_terms + kind.channels).reject { |c| c.units.empty? }
    known.to_h { |c| [c.key, MildAnvil::Catalogue.unit!(units[c.key] || c.units.first)] }
  end

  # The sentence of the first station about something.
  def line(found, key) = found.stations.first.lines.find { |one| one.key == key }&.text

  # The sentence of the whole test about something.
  def own(found, key) = found.lines.find { |one| one.key == key }&.text

  def creep(temperature: 43.0, limit: 0.003)
    random = Random.new(3)
    rows = CREEP_HOURS.map { |h| at(h, travel: (0.42 + (0.08 * (h**0.21)) + ((random.rand - 0.5) * 0.001)) / 1000) }
    answer("sustained", [station(terms: { temperature: temperature }, readings: rows)], terms: { limit: limit })
  end

  def cycled(pairs)
    rows = pairs.each_with_index.map { |(count, mm), i| at(i + 1, count: count, travel: mm / 1000) }
    answer("crack_cycling", [station(readings: rows)], steps: { travel: 1.0e-5 })
  end

  def fatigue(*pieces, terms: { wanted_load: 2400.0, wanted: 500_000.0 })
    stations = pieces.each_with_index.map do |(load, count, word), i|
      station(name: "H-#{i}", id: i, terms: { load: load.to_f },
              ended: { word: word || "failed", count: count, hours: 1.0, note: "" })
    end
    answer("fatigue", stations, terms: terms)
  end
end
