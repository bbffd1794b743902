# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      module Kinds
        # The force that peels a seam or a bond, for each width: against what is required of it.
        class Peel < Kind
          describe "peel", "Peel and seam", "Is the strength for each width what is required?", along: :none
          careful "Eyes protected: a seam lets go all at once."
          reads :force, "Mean force", needed: true, above_zero: true, quantity: "force", units: %w[N kN lbf kgf]
          reads :highest, "Highest force", quantity: "force", units: %w[N kN lbf kgf]
          reads :width, "Width", needed: true, above_zero: true, **TRAVEL
          term :required, "Required", quantity: "force_per_width", units: %w[N/mm N/m kN/m lbf/in]
          term :requirement_source, "By", **TEXT

          COVERAGE = 0.95
          CONFIDENCE = 0.95
          PER_MM = 1000.0

          def answer
            told = tell_all
            overall(told, lines: [rated].compact, headline: headline, verdict: verdict)
          end

          def chart
            Chart.new(x: "place", x_name: "piece", y_name: "for each width", unit: "N/mm",
                      series: [{ id: 0, name: setup.title, curve: [], points: values.each_with_index.map do |v, i|
                        [i + 1, v / PER_MM, "break"]
                      end }],
                      limits: terms[:required] ? [{ y: terms[:required] / PER_MM, name: "required" }] : [],
                      marks: [], places: [])
          end

          private

          def tell(station)
            value = strength(station)
            return told(station, "not peeled yet", "ok") if value.nil?

            tone = terms[:required] && value < terms[:required] ? "alarm" : "ok"
            rows = station.with(:force, :width)
            wrong = rows.count { |r| r[:highest] && r[:highest] < r[:force] }
            lines = if wrong.zero?
                      []
                    else
                      [line("highest", "The highest force lies below the mean: are they mixed up?",
                            "look")]
                    end
            told(station, "#{per_width(value)} over #{rows.size == 1 ? 'one strip' : "#{rows.size} strips"}",
                 Tones.worst([tone, *lines.map(&:tone)]), lines)
          end

          # Strips of one piece are no further pieces: a piece is one value.
          def strength(station)
            rows = station.with(:force, :width)
            rows.empty? ? nil : rows.sum { |r| r[:force] / r[:width] } / rows.size
          end

          def values = stations.filter_map { |station| strength(station) }

          # N/mm: no finer than three figures of a force and a width read off.
          def per_width(value, way = :round)
            step = 10.0**(Math.log10(value / PER_MM).floor - 2)
            format("%.#{[-Math.log10(step).round, 0].max}f N/mm", (value / PER_MM / step).public_send(way) * step)
          end

          # What 95 of 100 are stronger than: at least this with 95 %, at most that with 95 %.
          def bound = bounds&.first
          def best = bounds&.last

          # @return [Array(Float, Float), nil] N/m
          def bounds
            return @bounds if defined?(@bounds)

            described = Statistics::Description.of(values)
            return @bounds = nil if values.size < 3 || described.degenerate?

            @bounds = [CONFIDENCE, 1 - CONFIDENCE].map do |confidence|
              k = Statistics::ToleranceFactor.normal(breaks: values.size, coverage: COVERAGE, confidence: confidence)
              described.mean - (k * described.standard_deviation)
            end
          end

          def rated
            return if values.empty?
            return line("rated", "#{values.size} pieces: a minimum needs at least three.", "look") if values.size < 3
            return line("rated", "All values are equal: no scatter, and no bound.", "look") if bound.nil?

            low = bound.positive? ? per_width(bound, :floor) : "nothing"
            line("rated", "95 of 100 are stronger than #{low} with 95 % (#{values.size} pieces)#{required}.",
                 { "fail" => "alarm", "cannot_tell" => "look" }.fetch(verdict, "ok"))
          end

          def required
            return "" if terms[:required].nil?

            source = terms[:requirement_source].to_s
            "; required are #{per_width(terms[:required])}#{" (#{source})" unless source.empty?}"
          end

          def verdict
            return if terms[:required].nil? || values.empty?
            return "cannot_tell" if bound.nil?
            return "fail" if best < terms[:required]

            bound >= terms[:required] ? "pass" : "cannot_tell"
          end

          def headline
            return "No piece was peeled yet" if values.empty?

            mean = per_width(values.sum / values.size)
            { "pass" => "It meets what is required: #{mean} on average", "fail" => "It does not meet what is " \
                                                                                   "required: #{mean} on average",
              "cannot_tell" => "Whether it meets what is required cannot be told: #{mean} on " \
                               "average" }.fetch(verdict, "#{mean} on average")
          end
        end
      end
    end
  end
end
