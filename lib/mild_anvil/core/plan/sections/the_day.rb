# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      module Sections
        # The day as a strip.
        class TheDay < Section
          OPENS = 7 * 60
          CLOSES = 16 * 60

          def call
            labels = world.labels.empty? ? (1..(content[:pulls] || 0)).map(&:to_s) : world.labels
            return missing("Say how many pulls, or list the specimens, to see the day.") if labels.empty?

            day = Day.new(pulls: labels.map { |label| pull(label) }, minutes_each: minutes_each, hours: hours,
                          check_minutes: part.number(:check_minutes, 0.0), setup_minutes: part.number(:setup_minutes,
                                                                                                      0.0),
                          conditioning: conditioning, now: world.now)
            { state: day.finish > Day::MINUTES_A_DAY ? "look" : "ok", sentence: day.sentence(wording),
              learned: learned, items: day.items.map { |item| shown(item) }, opens: hours.opens, closes: hours.closes,
              finish: Day.clock(day.finish), date: part[:date], working: working(day) }
          end

          private

          def part = content.part(:day)
          def minutes_each = part.number(:minutes_each) || world.learned.minutes

          def learned
            part.given?(:minutes_each) ? "#{wording.number(minutes_each)} min a pull, as typed" : world.learned.sentence
          end

          def hours
            @hours ||= Day::Hours.new(opens: part.clock(:opens, OPENS), closes: part.clock(:closes, CLOSES),
                                      benches: part[:benches] || 1, operators: part[:operators] || 1)
          end

          def pull(label)
            made = world.made.find { |m| m[:label] == label }
            Day::Pull.new(label: label, made: made&.values_at(:from, :to), bench: bench(label))
          end

          # Blocks by bench take a bench each; blocks by day wait for theirs.
          def bench(label) = hours.benches > 1 ? world.blocks.fetch(label, 1) - 1 : 0

          def conditioning
            part.parts(:conditioning).map do |row|
              starts = row.clock(:starts)
              starts -= Day::MINUTES_A_DAY if starts && row[:day_before]
              Day::Conditioning.new(name: row[:name].to_s, minutes: row.number(:hours, 0.0) * 60,
                                    capacity: row[:capacity] || 1, cool_minutes: row.number(:cool_minutes, 0.0),
                                    starts: starts)
            end
          end

          def shown(item) = { **item.to_h, day: item.day, at: Day.clock(item.from), until: Day.clock(item.to) }

          def working(day)
            ["#{learned}; hours #{Day.clock(hours.opens)} to #{Day.clock(hours.closes)}, #{hours.operators} " \
             "#{hours.operators == 1 ? 'operator' : 'operators'}, #{hours.benches} " \
             "#{hours.benches == 1 ? 'bench' : 'benches'}",
             "operator #{wording.duration(day.operator_hours * 60)}; a pull that would end after hours waits for " \
             "the next day"]
          end
        end
      end
    end
  end
end
