# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      module Kinds
        # A mass falls on it, or it falls: broke or survived, up after one that survived and down after one that broke.
        class Drop < Kind
          describe "drop", "Drops, up and down", "At what energy do half of them break?", along: :none
          careful "Nobody near the drop; eyes protected; the mass hangs on a second line until it is let go."
          reads :energy, "Energy", needed: true, above_zero: true, quantity: "energy", units: %w[J kJ]
          reads :broke, "Came out", needed: true, quantity: "choice", units: [""], choices: %w[survived broke]
          term :step, "Step", quantity: "energy", units: %w[J kJ]
          term :wanted, "Must survive", quantity: "energy", units: %w[J kJ]

          FINER = 10 # a mean of many is known finer than one drop
          FEW = 15 # drops below which the scatter is hardly known

          def answer
            told = tell_all
            overall(told)
          end

          def chart
            series = stations.map do |s|
              rows = s.with(:energy, :broke)
              { id: s.id, name: s.name, curve: [],
                points: rows.each_with_index.map do |r, i|
                  [i + 1, say.value(:energy, r[:energy]), r[:broke].positive? ? "break" : "at_least"]
                end }
            end
            Chart.new(x: "place", x_name: "drop", y_name: "energy", unit: say.unit(:energy).symbol, series: series,
                      limits: if terms[:wanted]
                                [{ y: say.value(:energy, terms[:wanted]), name: "must " \
                                                                                "survive" }]
                              else
                                []
                              end, marks: [], places: [])
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
            @fit = fit
            few = drops.size < FEW ? "with #{drops.size} drops it is hardly known" : "over #{drops.size} drops"
            line("middle", "Half of them break at #{fine(fit.mean)}, #{range(fit)}. Scatter #{fine(fit.deviation)}, " \
                           "#{few}.#{classic(fit)}")
          rescue InsufficientData => e
            line("middle", "#{e.message.sub(/\A./, &:upcase)}.", "look")
          end

          def fine(joules, way = :nearest) = figure(joules, way, finer: FINER)

          def range(fit)
            low, high = fit.interval
            return "with no limits: too few drops" if high.nil?
            return "with 95 % below #{fine(high, :up)}, and no lower limit" if low.nil? || !low.positive?

            "with 95 % between #{fine(low, :down)} and #{fine(high, :up)}"
          end

          def classic(fit)
            found = fit.dixon_mood
            found ? " By the up-and-down formula: #{figure(found[:mean], finer: FINER)}." : ""
          end

          def wanted(drops)
            energy = terms[:wanted] or return
            at = drops.select { |d| d.joules >= energy }
            broke = drops.select { |d| d.broke && d.joules <= energy }
            if broke.any?
              return line("wanted", "#{broke.size} broke at or below the #{figure(energy)} that must be survived.",
                          "alarm")
            end

            share = at.count { |element| !element.broke }
            return if share.zero?

            confidence = 1 - (0.95**share)
            line("wanted", "#{share} survived #{figure(energy)} or more, none broke below: " \
                           "#{Say.percent(confidence, digits: 0, way: :down)} % " \
                           "confidence that 95 of 100 survive it.")
          end

          def next_drop(drops)
            step = terms[:step] or return
            to = drops.last.joules + (drops.last.broke ? -step : step)
            return unless to.positive?

            line("next",
                 "Next: #{figure(to)}, since the last one #{drops.last.broke ? 'broke' : 'survived'}.")
          end
        end
      end
    end
  end
end
