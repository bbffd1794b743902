# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # How often a stated bound keeps its promise, by the kept table of made-up lots: for this school, this number of
      # breaks and what is among them, where the population is what the school takes it for and where it is not.
      module Keeps
        # school, pieces, whether some are only bounds -> share kept, in per cent, by kind of population
        ROWS = CoverageTable::ROWS.lines.to_h do |line|
          school, pieces, bounds, *kept = line.split
          [[school.to_sym, Integer(pieces), bounds == "some"], kept.map { |word| Float(word) }]
        end
        # The order of the table's columns.
        POPULATIONS = { "normal" => "if strengths are normal", "weakest_place" => "where the weakest place decides",
                        "weak_pieces" => "where 8 % of the pieces have 60 % of the strength" }.freeze
        TRIED = 0.95 # coverage and confidence of the table
        SAME = 1.0e-9
        private_constant :ROWS, :SAME

        module_function

        # @param key [Symbol] of the school; @param sample [Sample]; @param terms [Terms]
        # @return [Hash, nil] rows: [{population, kept_percent}], words; nil for a school that was not tried
        def of(key, sample, terms)
          kept = kept(key, sample.count, !sample.complete?)
          return if kept.nil?

          rows = POPULATIONS.keys.zip(kept).map { |name, share| { population: name, kept_percent: share } }
          { rows: rows, words: words(rows, sample, terms) }
        end

        # The worse of the two numbers around: never said to keep more than was seen.
        def kept(key, count, bounds)
          counts = ROWS.keys.filter_map { |school, n, some| n if school == key && some == bounds }.sort
          return if counts.empty?

          around(counts, count).map { |n| ROWS.fetch([key, n, bounds]) }.transpose.map(&:min)
        end

        def around(counts, count)
          low, high = counts.partition { |n| n <= count }
          return [count] if low.last == count

          [low.last, high.first].compact
        end
        private_class_method :around

        private_class_method :kept

        def words(rows, sample, terms)
          parts = rows.map { |row| "#{row[:kept_percent].floor} #{POPULATIONS.fetch(row[:population])}" }
          "Of 100 such bounds from #{sample.count} #{sample.count == 1 ? 'value' : 'values'}#{tried(terms)}, so many " \
            "lie at or below the true one: #{parts[0..-2].join(', ')}, #{parts.last}."
        end
        private_class_method :words

        def tried(terms)
          return "" if [terms.coverage, terms.confidence].all? { |share| (share - TRIED).abs < SAME }

          ", tried for 95 % with 95 % confidence"
        end
        private_class_method :tried
      end
    end
  end
end
