# frozen_string_literal: true

module Demo
  # What goes on for longer than a pull: tests of hours to months, cords broken every morning, what must be examined.
  module Lasting
    TESTS = MildAnvil::Actions::LongTests
    WATCH = MildAnvil::Actions::Watching
    UPKEEP = MildAnvil::Actions::Upkeep
    MODELS = MildAnvil::Store::Models
    HOUR = 3600
    DAY = 86_400
    MORNINGS = 42
    READ_AT = [1 / 60.0, 2 / 60.0, 5 / 60.0, 10 / 60.0, 0.5, 1, 2, 5, 10, 24, *(2..14).map { |day| day * 24 }].freeze

    module_function

    # @param table [Hash] tests, watched, upkeep
    def load(table, person_id:)
      @person_id = person_id
      @now = Time.now
      table.fetch(:tests).each { |row| test(row) }
      table.fetch(:watched).each_with_index { |row, i| product(row, i) }
      table.fetch(:upkeep).each { |row| rule(row) }
    end

    def test(row)
      begun = @now - (row.fetch(:hours_ago, 0) * HOUR)
      values = row.slice(:kind, :title, :programme).merge(
        address: row[:logged] ? "simulated" : "", terms: defaults(row).merge(typed(row[:terms])),
        stations: row[:stations].map { |s| { name: s[:name], terms: typed(s[:terms]) } }, units: row.fetch(:units, {})
      )
      made = TESTS::BeginTest.call(values: { programme: [], **values }, person_id: @person_id, started_at: begun)
      made.stations.zip(row[:stations]).each_with_index { |(station, told), i| station(station, told, begun, i) }
    end
    private_class_method :test

    def defaults(row)
      kind = MildAnvil::Core::LongTest::Kinds.fetch!(row[:kind])
      MildAnvil::Core::LongTest::AgreedTerms.defaults(kind.terms)
    end
    private_class_method :defaults

    def typed(pairs) = pairs.to_h.transform_values { |text, unit| { text: text, unit: unit.to_s.strip } }
    private_class_method :typed

    def station(row, told, begun, index)
      creep(row, told, begun, index) if told[:law]
      told[:readings].to_a.each { |hours, count, values| read(row, begun + (hours * HOUR), count: count, **values) }
      finish(row, begun, **told[:end]) if told[:end]
    end
    private_class_method :station

    def creep(row, told, begun, index)
      d0, a, b = told[:law]
      from, faster = told[:away] || [Float::INFINITY, 0]
      random = Random.new(index + 11)
      READ_AT.each do |hours|
        mm = d0 + (a * (hours**b)) + ([hours - from, 0].max * faster) + ((random.rand - 0.5) * 0.004)
        read(row, begun + (hours * HOUR), travel: [format("%.3f", mm), "mm"],
                                          temperature: [format("%.1f", 43 + ((random.rand - 0.5) * 0.6)), "°C"])
      end
    end
    private_class_method :creep

    def read(row, at, count: nil, **values)
      TESTS::KeepReading.call(station_id: row.id, values: typed(values), person_id: @person_id, at: at, count: count)
    end
    private_class_method :read

    def finish(row, begun, hours:, **end_)
      TESTS::Mark.call(station_id: row.id, person_id: @person_id, at: begun + (hours * HOUR), **end_)
    end
    private_class_method :finish

    def product(row, index)
      cell = MODELS::Instrument.first(name: row[:cell])
      made = WATCH::Products.add(values: { name: row[:name], display_unit: row[:unit],
                                           limit: { text: row[:limit], unit: row[:unit] },
                                           limit_source: "the shop's own", weekdays: "1234567",
                                           instrument_id: cell.id }, person_id: @person_id)
      values = mornings(row, index)
      change(made, row, values.size) if row[:change]
      values.each_with_index do |value, i|
        at = @now - ((values.size - 1 - i + (row[:undone] ? 1 : 0)) * DAY) - (40 * 60)
        WATCH::KeepBreak.call(product_id: made.id, value: { text: format("%.#{row[:decimals]}f", value),
                                                            unit: row[:unit] }, at: at,
                              batch: "spool #{1 + (i / 4)}", person_id: @person_id)
      end
    end
    private_class_method :product

    def mornings(row, index)
      random = Random.new(101 + index)
      own = Array.new(MORNINGS - row[:fall].to_a.size) do
        row[:middle] + (row[:scatter] * normal(random).clamp(-2.2, 2.2))
      end
      own + row[:fall].to_a
    end
    private_class_method :mornings

    def normal(random) = Math.sqrt(-2 * Math.log(1 - random.rand)) * Math.cos(2 * Math::PI * random.rand)
    private_class_method :normal

    def change(product, row, count)
      at = @now - ((row[:fall].size - 0.5) * DAY)
      return unless count.positive?

      WATCH::KeepBreak.changed(product_id: product.id, words: row[:change], at: at,
                               person_id: @person_id)
    end
    private_class_method :change

    def rule(row)
      register = UPKEEP::Rules::SUBJECTS[row[:subject]]
      since = (@now.to_date << row[:months_ago]) + row.fetch(:days, 0)
      UPKEEP::Rules.add(values: { **row.slice(:subject, :what, :months, :uses, :after_overload, :retires,
                                              :source), since: since.iso8601,
                                                        subject_id: register&.first(name: row[:of])&.id,
                                                        name: register ? "" : row[:of] }.compact,
                        person_id: @person_id)
    end
    private_class_method :rule
  end
end
