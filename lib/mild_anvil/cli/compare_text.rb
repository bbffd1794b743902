# frozen_string_literal: true

module MildAnvil
  module Cli
    # bin/anvil compare as text: the sentences that the screen says, figures with their units.
    class CompareText
      Compare = Core::Compare
      STRENGTH = Compare::Comparable.find!("strength")
      DEFAULT_UNIT = "kN"

      # @param given [Hash] of the problem; @param answer [Hash] its figures
      # @return [String]
      def self.call(given, answer) = new(given, answer).lines.join("\n")

      def initialize(given, answer)
        @given = given
        @answer = answer
        @confidence = given["confidence"] || CompareCommand::CONFIDENCE
        @unit = Catalogue.units.force!(given["unit"] || DEFAULT_UNIT)
      end

      # @return [Array<String>]
      def lines
        return efficiency if @given.key?("into")
        return chances if @given.key?("p")
        return paired if @given["paired"]

        [*study, *predictions]
      end

      private

      def figures(values)
        @figures ||= Core::Quantity::FigureRule.for(unit: @unit, largest_si: values.map(&:abs).max || 0.0)
      end

      def study
        sides = sides()
        @figures = Compare::FiguresOf.call(sides, @unit)
        found = Compare::Study.new(sides, one: sides.first.key, comparable: STRENGTH, figures: @figures,
                                          confidence: @confidence).to_h
        [*found[:mind], *found[:groups].map { |group| group(group) }, "", *said(found)]
      end

      def group(group)
        average = group[:centre] ? "average #{text(group[:centre])}" : "nothing counts"
        limits = group[:low] ? ", between #{group[:low][:text]} and #{text(group[:high])}" : ""
        "#{group[:name]}: #{group[:counts_in_words]}; #{average}#{limits}"
      end

      def said(found)
        effects = found[:effects]
        [*(found[:pair][:sentences] if found[:groups].size == 2), *effects[:sentences],
         *("Scatter left: #{effects[:scatter_left]}." if effects[:scatter_left]), *found[:levels][:sentences],
         *(found[:ranking][:sentences] if found[:groups].size > 2)]
      end

      def text(figure) = "#{figure[:text]} #{figure[:unit]}"

      def sides
        return cells if @given.key?("factors")
        return steps if @given.key?("levels")

        groups = @given["groups"] || @given.slice("a", "b")
        groups.map { |name, values| side(name, values) }
      end

      def side(name, values, levels: {})
        bounds = @given.dig("at_least", name).to_a
        kinds = values.map { |v| [:break, v] } + bounds.map { |v| [:at_least, v] }
        observations = kinds.map do |kind, v|
          Core::Rating::Observation.checked(counts_as: kind, value_si: @unit.to_si(v.to_f))
        end
        Compare::Side.of(name, observations, levels: levels)
      end

      def cells
        rows = @given["rows"].group_by { |row| row.slice(*@given["factors"]) }
        rows.map do |levels, own|
          side(levels.values.map { |name| level(name).name }.join(", "), own.map { |row| row["value"] || row["y"] },
               levels: levels.transform_values { |name| level(name) })
        end
      end

      def steps
        @given["levels"].zip(@given["strengths"]).group_by(&:first).map do |level, pairs|
          side("level #{format('%g', level)}", pairs.map(&:last), levels: { "Level" => level(level) })
        end
      end

      def level(name)
        number = Float(name, exception: false)
        Compare::Side::Level.new(name: number ? format("%g", number) : name.to_s, value: number)
      end

      def predictions
        asked = @given["predict_at"].to_a
        found = %i[power saturating].filter_map { |kind| @answer[kind] if @answer[kind]&.key?(:predictions) }
        return [] if asked.empty? || found.empty?

        best = found.min_by { |curve| curve[:rss] }
        best[:predictions].map { |p| prediction(p) }
      end

      def prediction(found)
        low, high = [found.low, found.high].map { |v| @unit.to_si(v) }
        "One more piece at #{format('%g', found.level)} will lie between #{@figures.down(low).text} and " \
          "#{@figures.up(high)}#{': beyond what was tested, so nothing is promised' if found.beyond}."
      end

      def paired
        differences = @answer[:interval].map { |v| @unit.to_si(v) }
        rule = figures([*differences, *@given.values.grep(Array).flatten.grep(Numeric).map { |v| @unit.to_si(v) }])
        mean = @unit.to_si(@answer[:mean_difference])
        apart = differences.all?(&:positive?) || differences.all?(&:negative?)
        names = (@given["groups"] || @given.slice("a", "b")).keys
        ["The first (“#{names[0]}”) less the second (“#{names[1]}”) of each piece: " \
         "#{Compare::EffectWords.signed(mean, rule)} " \
         "#{@unit}, between #{minus(rule.down(differences[0]).text)} and #{minus(rule.up(differences[1]).to_s)} " \
         "with #{percent(@confidence)}.",
         apart ? "They differ." : "Whether they differ cannot be told."]
      end

      def minus(text) = text.sub(/\A-/, "−")

      def efficiency
        slope = @answer[:slope]
        [format("Out is %.3f of in, between %.3f and %.3f with %s, as a line through nothing.", slope.value, slope.low,
                slope.high, percent(@confidence)),
         format("Mean of the ratios: %.3f (%.3f to %.3f).", *@answer[:mean_ratio].to_h.values_at(:value, :low, :high))]
      end

      def chances
        rows = @given["p"].zip(@answer[:holm], @answer[:bonferroni], @answer[:benjamini_hochberg])
        rows.map { |p, *raised| format("p %g: Holm %.3g, Bonferroni %.3g, false findings %.3g", p, *raised) }
      end

      def percent(share) = "#{format('%g', share * 100)} %"
    end
  end
end
