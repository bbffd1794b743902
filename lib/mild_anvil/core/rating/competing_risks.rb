# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What limits, and what would limit next: the strength of each way of failing by itself, every other one counting
      # as
      # "at least" for it.
      module CompetingRisks
        MIN_BREAKS = 2
        # mode; breaks: how many failed so; value_si: minimum of this mode alone, nil with the reason in refusal
        FailureMode = Struct.new(:mode, :breaks, :value_si, :school, :refusal, keyword_init: true)
        Result = Struct.new(:modes, :in_words, keyword_init: true)

        module_function

        # @param sample [Sample]
        # @param terms [Terms]
        # @param figures [Quantity::FigureRule]
        # @return [Result, nil] nil unless the breaks name at least two modes
        # Source: Nelson, Applied Life Data Analysis, 1982, chapter 5
        def call(sample, terms, figures)
          counts = sample.counted.select(&:break?).map { |o| o.mode.to_s }.reject(&:empty?).tally
          return if counts.size < 2

          modes = counts.map { |mode, breaks| alone(sample, terms, mode, breaks) }.sort_by { |m| m.value_si || Float::INFINITY }
          Result.new(modes: modes, in_words: words(modes, figures)).freeze
        end

        def alone(sample, terms, mode, breaks)
          return refused(mode, breaks, "one break of this kind gives no minimum for it") if breaks < MIN_BREAKS

          of_mode = Sample.new(sample.observations.map { |o| o.break? && o.mode.to_s != mode ? at_least(o) : o })
          results = Schools.all.select { |s| s::MINIMUM }.map { |school| school.rate(of_mode, terms) }
          key = Recommendation.for(of_mode, results, population: terms.population).key
          result = results.find do |r|
            r.key == key
          end or return refused(mode, breaks, "no school gives a minimum for this mode alone")
          FailureMode.new(mode: mode, breaks: breaks, value_si: result.value_si, school: result.name).freeze
        end
        private_class_method :alone

        def refused(mode, breaks, why) = FailureMode.new(mode: mode, breaks: breaks, refusal: why).freeze
        private_class_method :refused

        def at_least(observation) = observation.dup.tap { |o| o.counts_as = :at_least }.freeze
        private_class_method :at_least

        def words(modes, figures)
          first, second = modes.select(&:value_si)
          return "Too few breaks of each kind to tell what limits." if first.nil?

          base = "“#{first.mode}” limits, at #{figures.down(first.value_si)}."
          return base if second.nil?

          "#{base} With that mended the minimum becomes #{figures.down(second.value_si)}, limited by “#{second.mode}”."
        end
        private_class_method :words
      end
    end
  end
end
