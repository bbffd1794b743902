# frozen_string_literal: true

module Demo
  # The measuring chain of the scenario: certificates, checks over the year, two cells in line.
  module Checked
    CHAIN = MildAnvil::Actions::Chain
    MODELS = MildAnvil::Store::Models
    DAY = 86_400
    SERIES = 3
    HOUR = 8 # checks are done before the day's pulls

    module_function

    # @param table [Hash] cells, in_line, counting, read_by
    def load(table, person_id:)
      @read_by = table.fetch(:read_by)
      table.fetch(:cells).each { |row| cell(row, person_id) }
      table.fetch(:counting).each do |bench, name|
        MODELS::Bench.first(name: bench.to_s).update(counting_instrument_id: named(name).id)
      end
      in_line(table.fetch(:in_line), person_id)
    end

    # @return [Integer, nil] the cell that read the pulls of a lot
    def cell_of(lot_name)
      name = @read_by.find { |start, _| lot_name.start_with?(start.to_s) }&.last
      name && named(name).id
    end

    def named(name) = MODELS::Instrument.first(name: name)
    private_class_method :named

    def cell(row, person_id)
      instrument = named(row.fetch(:cell))
      certificate(instrument, row[:certificate], person_id) if row[:certificate]
      row.fetch(:checks, []).each { |check| check(instrument, row, check, person_id) }
    end
    private_class_method :cell

    def certificate(instrument, row, person_id)
      today = Date.today
      given = row.slice(:number, :issued_by, :expanded_percent)
                 .merge(issued_on: (today - row[:issued_days_ago]).iso8601,
                        expires_on: (today + row[:expires_in_days]).iso8601)
      CHAIN::Certificates.add(instrument_id: instrument.id, given: given, person_id: person_id)
    end
    private_class_method :certificate

    def check(instrument, row, check, person_id)
      given = { series: Array.new(SERIES) { |i| { readings: readings(row, check, i) } }, temperature: 19.4,
                hanger: "hanger tared", gravity: { value: row[:gravity] }, masses_percent: row[:masses_percent],
                checked_at: at(check[:days_ago]) }
      seen = CHAIN::KeepCheck.preview(instrument_id: instrument.id, given: given)
      CHAIN::KeepCheck.keep(instrument_id: instrument.id, given: given, sha256: seen[:sha256], person_id: person_id)
    end
    private_class_method :check

    # Up and down; a little noise that differs from series to series.
    def readings(row, check, series)
      loads = row[:loads]
      top = loads.last.to_f
      [*loads.map { |load| [load, :up] }, *loads.reverse.drop(1).map do |load|
        [load, :down]
      end].each_with_index.map do |(load, way), i|
        force = load.to_f
        back = way == :down && force.positive? ? check.fetch(:back, 0.0) * (1 - (force / top)) : 0.0
        wobble = force.zero? ? 0.0 : ((((i * 7) + (series * 3)) % 5) - 2) * row[:resolution] * 0.3
        { applied: typed(load, row), indicated: typed(shown((force * check[:gain]) + back + wobble, row), row) }
      end
    end
    private_class_method :readings

    def shown(value, row)
      decimals = [row[:resolution].to_s[/\.(\d+)/, 1].to_s.size, 0].max
      decimals = 0 if row[:resolution].is_a?(Integer)
      format("%.#{decimals}f", (value / row[:resolution]).round * row[:resolution])
    end
    private_class_method :shown

    def typed(text, row) = { text: text, unit: row[:unit] }
    private_class_method :typed

    def at(days)
      now = Time.now.utc
      Time.utc(now.year, now.month, now.day) - (days * DAY) + (HOUR * 3600)
    end
    private_class_method :at

    def in_line(row, person_id)
      readings = row[:readings].map { |one, other| { first: typed(one, unit: "kN"), second: typed(other, unit: "kN") } }
      CHAIN::Crosses.keep(instrument_id: named(row[:first]).id, person_id: person_id,
                          given: { second_id: named(row[:second]).id, readings: readings,
                                   checked_at: at(row[:days_ago]) })
    end
    private_class_method :in_line
  end
end
