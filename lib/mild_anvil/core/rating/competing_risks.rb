# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What limits, and what would limit next: the strength of each way of failing by itself, every other one counting as
      # "at least" for it.
      module CompetingRisks
        FEWEST = 2
        # mode; breaks: how many failed so; newtons: minimum of this way alone, nil with the reason in refusal
        Way = Struct.new(:mode, :breaks, :newtons, :school, :refusal, keyword_init: true)
        Result = Struct.new(:ways, :in_words, keyword_init: true)

        module_function

        # @param sample [Sample]
        # @param terms [Terms]
        # @return [Result, nil] nil unless the breaks name at least two ways of failing
        # Source: Nelson, Applied Life Data Analysis, 1982, chapter 5
        def call(sample, terms)
          modes = sample.counted.select(&:break?).map { |o| o.mode.to_s }.reject(&:empty?).tally
          return if modes.size < 2

          ways = modes.map { |mode, breaks| way(sample, terms, mode, breaks) }.sort_by { |w| w.newtons || Float::INFINITY }
          Result.new(ways: ways, in_words: words(ways, terms)).freeze
        end

        def way(sample, terms, mode, breaks)
          return Way.new(mode: mode, breaks: breaks, refusal: "one break of this kind gives no minimum for it").freeze if breaks < FEWEST

          alone = Sample.new(sample.observations.map { |o| o.break? && o.mode.to_s != mode ? at_least(o) : o })
          results = Schools.all.select { |s| s::MINIMUM }.map { |school| school.rate(alone, terms) }
          key = Recommendation.for(alone, results).key
          result = results.find { |r| r.key == key }
          Way.new(mode: mode, breaks: breaks, newtons: result&.newtons, school: result&.name, refusal: result ? nil : "no school gives a minimum for this way alone").freeze
        end
        private_class_method :way

        def at_least(observation) = observation.dup.tap { |o| o.counts_as = :at_least }.freeze
        private_class_method :at_least

        def words(ways, terms)
          known = ways.select(&:newtons)
          return "Too few breaks of each kind to tell what limits." if known.empty?

          figure = ->(newtons) { "#{format('%.4g', terms.unit.from_si(newtons))} #{terms.unit.symbol}" }
          first, second = known
          base = "“#{first.mode}” limits, at #{figure.call(first.newtons)}."
          second ? "#{base} With that mended the minimum becomes #{figure.call(second.newtons)}, limited by “#{second.mode}”." : base
        end
        private_class_method :words
      end
    end
  end
end
