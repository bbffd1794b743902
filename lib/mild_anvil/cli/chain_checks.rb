# frozen_string_literal: true

require "json"

module MildAnvil
  module Cli
    # The problems of the measuring chain that bin/anvil check answers as the application does: a dead-weight check,
    # two cells in line, errors from check to check.
    module ChainChecks
      Instrument = Core::Instrument
      KINDS = { "series" => :dead_weight, "cross" => :cross, "errors" => :drift }.freeze

      module_function

      # @param given [Hash] docs/cli.md lists the keys; typed figures have text and unit
      # @return [Hash]
      # @raise [InvalidInput, InsufficientData]
      def dead_weight(given)
        result = result(given)
        words = Instrument::CheckWords.new(result, unit: unit(given))
        { passed: result.passed?, range: result.range&.map { |newtons| unit(given).from_si(newtons) },
          sentences: words.sentences, classes: words.class_rows,
          points: result.series.points.map { |point| stated(point, unit(given)) }, **straight(result, unit(given)) }
      end

      def cross(given)
        part = given["cross"]
        cells = part.fetch("cells")
        cross = Instrument::CrossCheck.new(
          part.fetch("readings").map { |pair| pair.map { |value| unit(given).to_si(value) } },
          uncertainties: cells.map { |cell| uncertainty(cell) }, advantage: part.fetch("advantage", 1.0).to_f
        )
        { agree: cross.agree?, measured_advantage: cross.measured_advantage,
          sentences: cross.sentences(cells.map { |cell| cell["name"] }, Core::Plan::Wording.new(unit(given)),
                                     rule: part["counts"]) }
      end

      def drift(given)
        values = ProblemFile.numbers!(given, "errors")
        chart = Instrument::CheckChart.new(values, allowed: given["allowed"])
        { run: chart.run, sentences: chart.sentences }
      end

      def unit(given) = Catalogue.units.force!(given["unit"] || "N")

      def result(given)
        typed = Core::Plan::TypedContent.new(JSON.parse(JSON.generate(given), symbolize_names: true), Catalogue.units)
        gravity = gravity(given)
        capacity = typed.si(:capacity, "force") || needed("capacity")
        steps = given["series"].map { |rows| rows["readings"].map { |row| step(row, given, gravity) } }
        series = Instrument::CheckSeries.new(steps, capacity: capacity)
        Instrument::CheckResult.new(series, resolution: typed.si(:step, "force") || needed("step"),
                                            range_maximum: capacity, masses_share: share(given["masses_percent"]),
                                            gravity_share: gravity.half_share, tolerance: tolerance(given, typed))
      end
      private_class_method :result

      def tolerance(given, typed)
        Instrument::CheckTolerance.new(newtons: typed.si(:tolerance, "force"), share: share(given["tolerance_percent"]))
      end
      private_class_method :tolerance

      def gravity(given)
        stated = given["gravity"].to_h
        return Instrument::Gravity.given(stated["value"].to_f) if stated["value"]
        return Instrument::Gravity.at(stated["latitude"].to_f, stated["height"].to_f) if stated["latitude"]

        Instrument::Gravity.standard
      end
      private_class_method :gravity

      # Masses by what they weigh there; forces as they stand. What is read may lie below zero.
      def step(row, given, gravity)
        amount = Instrument::MassSum.call(row["applied"]["text"])
        kilograms = Instrument::MassUnits.kilograms(row["applied"]["unit"])
        force = if kilograms
                  gravity.weight(amount * kilograms, buoyancy: given.fetch("buoyancy", false))
                else
                  Catalogue.units.force!(row["applied"]["unit"]).to_si(amount)
                end
        Instrument::CheckSeries::Step.new(applied: force, indicated: indicated(row["indicated"]))
      end
      private_class_method :step

      def indicated(typed)
        sign, digits = typed["text"].strip.match(/\A([-−]?)(.*)\z/m).captures
        value = Core::Quantity::TypedReading.parse(digits, Catalogue.units.force!(typed["unit"]), zero: true).value_si
        sign.empty? ? value : -value
      end
      private_class_method :indicated

      def uncertainty(cell)
        percent = cell["expanded_percent"]
        ->(force) { percent && (percent / 100.0 * force) }
      end
      private_class_method :uncertainty

      def stated(point, unit)
        { series: point.series, direction: point.direction, applied: unit.from_si(point.applied),
          indicated: unit.from_si(point.indicated), error: unit.from_si(point.error) }
      end
      private_class_method :stated

      def straight(result, unit)
        { slope: result.line&.slope, bend: result.bend&.then { |b| unit.from_si(b) },
          reversibility: result.reversibility&.then { |r| unit.from_si(r) },
          zero_residual: unit.from_si(result.series.zero_residual) }
      end
      private_class_method :straight

      def share(percent) = percent && (percent / 100.0)
      private_class_method :share

      def needed(name)
        raise InvalidInput.new("a dead-weight check needs “#{name}”", fields: { name.to_sym => "is needed" })
      end
      private_class_method :needed
    end
  end
end
