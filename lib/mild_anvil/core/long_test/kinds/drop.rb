# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      module Kinds
        # A mass falls on it, or it falls: broke or survived, up after one that survived and down after one that broke.
        class Drop < Kind
          describe "drop", "Drops, up and down", "At what energy do half of them break?", along: :none,
                   caution: "Nobody near the drop; eyes protected; the mass hangs on a second line until it is let go."
          reads :energy, "Energy", needed: true, quantity: "energy", units: %w[J kJ]
          reads :broke, "Came out", needed: true, quantity: "choice", units: [""], choices: %w[survived broke]
          term :step, "Step", quantity: "energy", units: %w[J kJ]
          term :wanted, "Must survive", quantity: "energy", units: %w[J kJ]

          FINER = 10 # a mean of many is known finer than one drop
          FEW = 15 # drops below which the scatter is hardly known

          def answer
            told = stations.map { |station| tell(station) }
            overall(told)
          end

          def chart
            series = stations.map do |s|
              rows = s.with(:energy, :broke)
              { id: s.id, name: s.name, curve: [],
                points: rows.each_with_index.map { |r, i| [i + 1, say.value(:energy, r[:energy]), r[:broke].positive? ? "break" : "at_least"] } }
            end
            Chart.new(x: "place", x_name: "drop", y_name: "energy", unit: say.unit(:energy).symbol, series: series,
                      limits: terms[:wanted] ? [{ y: say.value(:energy, terms[:wanted]), name: "must survive" }] : [], marks: [], places: [])
          end

          private

          def tell(station)
            drops = station.with(:energy, :broke).map { |r| Endurance::Staircase::Drop.new(joules: r[:energy], broke: r[:broke].positive?) }
            return told(station, "no drop yet", "ok") if drops.empty?

            lines = [survived(drops), middle(drops), wanted(drops), next_drop(drops)].compact
            headline = "#{drops.size} drops, #{drops.count(&:broke)} broke"
            headline = "half of them break at #{figure(@fit.mean, finer: FINER)} (#{headline})" if @fit
            told(station, headline, Tones.worst(lines.map(&:tone)), lines)
          end

          def figure(joules, way = :nearest, finer: 1) = say.figure(:energy, joules, way: way, finer: finer)

          # A survivor says "at least", and never where it breaks.
          def survived(drops)
            whole = drops.reject(&:broke)
            return if whole.empty?

            line("survived", "Survived at most #{figure(whole.map(&:joules).max, :down)} (at least, for that piece).")
          end

          def middle(drops)
            @fit = nil
            fit = Endurance::Staircase.new(drops)
            low, high = fit.interval
            range = case [low.nil? || !low.positive?, high.nil?]
                    when [false, false] then "with 95 % between #{figure(low, :down, finer: FINER)} and #{figure(high, :up, finer: FINER)}"
                    when [true, false] then "with 95 % below #{figure(high, :up, finer: FINER)}, and no lower limit"
                    else "with no limits: too few drops"
                    end
            few = drops.size < FEW ? " With #{drops.size} drops the scatter (#{figure(fit.deviation, finer: FINER)}) is hardly known." : " Scatter #{figure(fit.deviation, finer: FINER)}."
            @fit = fit
            line("middle", "Half of them break at #{figure(fit.mean, finer: FINER)}, #{range}.#{few}#{classic(fit)}")
          rescue InsufficientData => e
            line("middle", "#{e.message.sub(/\A./, &:upcase)}.", "look")
          end

          def classic(fit)
            found = fit.dixon_mood
            found ? " By the up-and-down formula: #{figure(found[:mean], finer: FINER)}." : ""
          end

          def wanted(drops)
            energy = terms[:wanted] or return
            at = drops.select { |d| d.joules >= energy }
            broke = drops.select { |d| d.broke && d.joules <= energy }
            return line("wanted", "#{broke.size} broke at or below the #{figure(energy)} that must be survived.", "alarm") if broke.any?

            share = at.reject(&:broke).size
            return if share.zero?

            confidence = 1 - (0.95**share)
            line("wanted", "#{share} survived #{figure(energy)} or more, none broke below: #{Say.percent(confidence, digits: 0, way: :down)} % " \
                           "confidence that 95 of 100 survive it.")
          end

          def next_drop(drops)
            step = terms[:step] or return
            to = drops.last.joules + (drops.last.broke ? -step : step)
            to.positive? ? line("next", "Next: #{figure(to)}, since the last one #{drops.last.broke ? 'broke' : 'survived'}.") : nil
          end

        end
      end
    end
  end
end
