# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      module Kinds
        # At what pressure does a valve open and close, by its setting and its condition? A complaint is answered by
        # what the readings rule out.
        class Valve < Kind
          describe "valve", "Opening and closing pressure", "Do used ones open where new ones do?", along: :none
          careful "Gas under pressure stores energy: prefer liquid; hearing; nobody before the outlet."
          reads :setting, "Setting", needed: true, above_zero: true, **PRESSURE
          reads :opening, "Opens at", needed: true, above_zero: true, **PRESSURE
          reads :closing, "Closes at", **PRESSURE
          term :reference, "Compared with", default: "new", **TEXT
          term :matters, "A difference that matters", default: "5", **SHARE
          term :complaint, "What is complained of", **TEXT
          station_term :condition, "Condition", **TEXT

          def answer
            told = tell_all
            found = conditions.flat_map { |condition| settings.filter_map { |setting| compare(condition, setting) } }
            overall(told, lines: found.map(&:last), headline: headline(found), verdict: verdict(found))
          end

          def chart
            names = [reference, *conditions]
            series = names.each_with_index.map do |name, i|
              points = stations.select { |s| condition(s) == name }.flat_map do |s|
                s.with(:opening).select do |r|
                  r[:setting].positive?
                end.map { |r| [say.value(:setting, r[:setting]), 100 * r[:opening] / r[:setting], "read"] }
              end
              { id: i, name: name, points: points, curve: [] }
            end
            Chart.new(x: "place", x_name: "setting, #{say.unit(:setting)}", y_name: "opening, of the setting",
                      unit: "%", series: series,
                      limits: [], marks: [], places: [])
          end

          private

          def tell(station)
            rows = station.with(:opening)
            return told(station, "not tried yet", "ok") if rows.empty?

            lines = [*rows.group_by { |r| r[:setting] }.sort_by(&:first).map { |setting, group| at(setting, group) },
                     upside_down(rows)].compact
            told(station, "#{condition(station)}, #{rows.size} openings", Tones.worst(lines.map(&:tone)), lines)
          end

          def at(setting, group)
            opening = mean(group.map { |r| r[:opening] })
            closing = group.filter_map { |r| r[:closing] }
            closes = closing.empty? ? "" : ", closes at #{say.figure(:closing, mean(closing))}"
            line("setting", "set to #{say.agreed(:setting, setting)}: opens at #{say.figure(:opening, opening)}" \
                            "#{closes} (#{group.size} times)")
          end

          def upside_down(rows)
            count = rows.count { |r| r[:closing] && r[:closing] > r[:opening] }
            return if count.zero?

            line("closing", "Closes above where it opens, #{count} times: are the two mixed up?", "look")
          end

          def mean(values) = values.sum / values.size

          def condition(station)
            station.terms[:condition].to_s.empty? ? "condition not said" : station.terms[:condition]
          end

          def reference = terms[:reference].to_s.empty? ? "new" : terms[:reference]
          def conditions = stations.map { |s| condition(s) }.uniq - [reference]
          def settings = stations.flat_map { |s| s.with(:opening).map { |r| r[:setting] } }.uniq.sort

          # Openings of one valve are no further valves: each is one value, the mean of its openings.
          def values(condition, setting)
            own = stations.select { |s| condition(s) == condition }
            own.filter_map do |s|
              found = s.with(:opening).select { |r| r[:setting] == setting }.map { |r| r[:opening] }
              mean(found) if found.any?
            end
          end

          # @return [Array(Symbol, Line), nil]
          def compare(condition, setting)
            one = values(condition, setting)
            other = values(reference, setting)
            return if one.empty? && other.empty?

            at = "Set to #{say.agreed(:setting, setting)}"
            if one.empty? || other.empty?
              return [:cannot_tell,
                      line("pair", "#{at}: no #{one.empty? ? condition : reference} one was tried.",
                           "look")]
            end
            return alone(at, condition, one, other) if one.size < 2 || other.size < 2

            limits = Compare::Ratio.new(one, other).separate(1 - (0.05 / together))
            [sort(limits),
             line("pair", sentence(at, condition, one, other, limits), sort(limits) == :no_difference ? "ok" : "look")]
          rescue InsufficientData => e
            [:cannot_tell, line("pair", "#{at}: #{e.message}.", "look")]
          end

          # Pairs of two valves and more on both sides: what is said of all of them holds with 95 % together.
          # Source: Bonferroni, Pubblicazioni del R. Istituto Superiore di Scienze Economiche di Firenze 8 (1936)
          def together
            @together ||= conditions.product(settings).count do |condition, setting|
              [condition, reference].all? { |side| values(side, setting).size >= 2 }
            end
          end

          def alone(at, condition, one, other)
            [:cannot_tell, line("pair", "#{at}: #{condition} #{say.figure(:opening, mean(one))} (#{one.size} " \
                                        "valves), #{reference} " \
                                        "#{say.figure(:opening, mean(other))} (#{other.size}). One valve says " \
                                        "what that valve does, and nothing " \
                                        "of its kind: try a second one of each.", "look")]
          end

          # Equal within what matters when the whole interval is; a difference when it holds no 1.
          def sort(limits)
            matters = terms[:matters] || 0.05
            return :no_difference if limits.low > 1 - matters && limits.high < 1 + matters

            limits.low > 1 || limits.high < 1 ? :difference : :cannot_tell
          end

          def sentence(at, condition, one, other, limits)
            said = "#{at}: #{condition} #{say.figure(:opening, mean(one))} (#{one.size} valves), #{reference} " \
                   "#{say.figure(:opening, mean(other))} (#{other.size})."
            range = "#{change(limits.low - 1, :down)} to #{change(limits.high - 1, :up)} with 95 %" \
                    "#{" for #{together == 2 ? 'both' : "all #{together}"} together" if together > 1}"
            matters = Say.percent(terms[:matters] || 0.05, digits: 0)
            ones = "#{condition.sub(/\A./, &:upcase)} ones"
            case sort(limits)
            when :no_difference then "#{said} #{ones} differ by #{range}: a difference of #{matters} % is ruled out."
            when :difference then "#{said} #{ones} open #{limits.low > 1 ? 'higher' : 'lower'}, by #{range}."
            else "#{said} They differ by #{range}: neither a difference nor none of #{matters} % is shown. More " \
                 "valves settle it."
            end
          end

          def change(share, way) = "#{'+' if share.positive?}#{Say.percent(share, way: way)} %"

          def verdict(found)
            kinds = found.map(&:first)
            return if kinds.empty?

            return "difference" if kinds.include?(:difference)

            kinds.all?(:no_difference) ? "no_difference" : "cannot_tell"
          end

          def headline(found)
            verdict = verdict(found) or return "Try valves of two conditions to compare them"

            settings = found.map { |_, l| l }.size
            { "no_difference" => "No difference of #{Say.percent(terms[:matters] || 0.05, digits: 0)} % or more, " \
                                 "at #{settings == 1 ? 'the setting' : "any of #{settings} settings"} tried",
              "difference" => "They open at another pressure", "cannot_tell" => "Cannot be told yet" }.fetch(verdict)
          end
        end
      end
    end
  end
end
