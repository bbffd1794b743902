# frozen_string_literal: true

module MildAnvil
  module Cli
    # Long tests of a file, answered as the screens answer them; and the figures under life, drops and buoyancy.
    module LongChecks
      LongTest = Core::LongTest
      KINDS = { "stations" => :long_test, "joules" => :staircase, "cycles" => :life, "held" => :retained }.freeze

      module_function

      # @param given [Hash] kind, terms, stations with readings; docs/cli.md lists them
      # @return [Hash] headline, tone, lines, stations, chart
      # @raise [InvalidInput]
      def long_test(given)
        setup = setup(JSON.parse(JSON.generate(given), symbolize_names: true))
        kind = setup.kind.new(setup)
        answer = kind.answer
        { headline: answer.headline, tone: answer.tone, verdict: answer.verdict, lines: answer.lines,
          stations: answer.stations, chart: kind.chart }
      end

      # @return [Hash] mean, deviation, low, high, dixon_mood
      def staircase(given)
        joules = ProblemFile.numbers!(given, "joules")
        broke = given["broke"].to_a
        if broke.size != joules.size
          raise InvalidInput, "“broke” needs one true or false for each of the #{joules.size} joules"
        end

        drops = joules.zip(broke).map { |j, b| Core::Endurance::Staircase::Drop.new(joules: j, broke: b) }
        fit = Core::Endurance::Staircase.new(drops)
        low, high = fit.interval(ProblemFile.number!(given, "confidence", 0.95))
        { mean: fit.mean, deviation: fit.deviation, low: low, high: high, log_likelihood: fit.log_likelihood,
          dixon_mood: fit.dixon_mood }
      end

      # @return [Hash] slope, scale, and the life at a load
      def life(given)
        cycles, loads = %w[cycles load].map { |key| ProblemFile.numbers!(given, key) }
        failed = given["failed"].to_a
        unless [loads.size, failed.size].all?(cycles.size)
          raise InvalidInput, "“load”, “cycles” and “failed” need as many entries each"
        end

        pieces = loads.zip(cycles, failed).map { |l, n, f| Core::Endurance::Life::Piece.new(load: l, cycles: n, failed: f) }
        fit = Core::Endurance::Life.new(pieces)
        at = given["at"] && ProblemFile.number!(given, "at")
        { slope: fit.slope, slope_interval: fit.slope_interval, scale: fit.fit.scale,
          at: at && { **fit.at(at), outlived_by_95_percent: fit.outlived(at), tested: fit.tested?(at) } }
      end

      # @return [Hash] newtons corrected to the first conditions, and how much was lost
      def retained(given)
        rows = given["held"].map { |row| row.transform_keys(&:to_sym) }
        conditions = rows.map { |row| Core::Endurance::Buoyancy::Conditions.new(**row.slice(:pascal, :metres, :celsius)) }
        density = ProblemFile.number!(given, "density", Core::Endurance::Buoyancy::FRESH)
        corrected = rows.zip(conditions).map do |row, own|
          Core::Endurance::Buoyancy.to_first(row[:newtons].to_f, now: own, first: conditions.first, density: density)
        end
        { corrected: corrected, lost_share: (corrected.first - corrected.last) / corrected.first }
      end

      def setup(given)
        kind = LongTest::Kinds.fetch!(given[:kind])
        stations = given[:stations].each_with_index.map { |row, i| station(kind, row, i + 1) }
        defaults = LongTest::AgreedTerms.defaults(kind.terms)
        typed = LongTest::AgreedTerms.checked(kind.terms, defaults.merge(given[:terms].to_h), units)
        hours = stations.flat_map { |s, _| s.readings.map(&:hours) }.max || 0.0
        LongTest::Setup.new(kind: kind, title: given[:title].to_s, schedule: nil, hours: hours,
                            terms: LongTest::AgreedTerms.si(kind.terms, typed, units), steps: steps(stations),
                            units: shown_units(kind, given, typed), stations: stations.map(&:first))
      end
      private_class_method :setup

      def units = Catalogue.every_unit

      def station(kind, row, id)
        terms = LongTest::AgreedTerms.checked(kind.station_terms, row[:terms].to_h, units)
        read = row[:readings].to_a.map { |r| LongTest::TypedValues.call(kind, r[:values].to_h, units) }
        readings = []
        row[:readings].to_a.zip(read).each_with_index do |(r, values), i|
          hours = (r[:hours] || i).to_f
          LongTest::Order.check!(readings, hours: hours, count: r[:count], now: Float::INFINITY)
          readings << LongTest::Reading.new(id: i, hours: hours, count: r[:count], note: "",
                                            values: values.transform_values { |v|
                                              v[:si]
                                            })
        end
        ended = row[:ended] && { word: row[:ended][:word], count: row[:ended][:count], hours: row[:ended][:hours].to_f,
                                 note: "" }
        [LongTest::Station.new(id: id, name: row[:name] || id.to_s, readings: readings, marks: [], ended: ended,
                               terms: LongTest::AgreedTerms.si(kind.station_terms, terms, units)), read]
      end
      private_class_method :station

      # As the first reading has them, or as the kind does.
      def shown_units(kind, given, typed)
        of_terms = given[:stations].flat_map { |s| s[:terms].to_h.to_a }.to_h.merge(typed)
        agreed = (kind.terms + kind.station_terms).reject { |t| t.units.empty? }
        found = agreed.to_h { |t| [t.key, of_terms.dig(t.key, :unit) || t.units.first] }
        read = kind.channels.to_h { |c| [c.key, first_unit(given, c) || c.units.first] }
        found.merge(read).transform_values { |symbol| Catalogue.unit!(symbol.to_s) }
      end
      private_class_method :shown_units

      def first_unit(given, channel)
        given[:stations].flat_map { |s| s[:readings].to_a }.filter_map { |r| r.dig(:values, channel.key, :unit) }.first
      end
      private_class_method :first_unit

      def steps(stations)
        all = stations.flat_map(&:last).flat_map(&:to_a)
        all.group_by(&:first).transform_values { |pairs| pairs.filter_map { |_, v| v[:step] }.min }
      end
      private_class_method :steps
    end
  end
end
