# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # The values of pieces that had been loaded before: how many, whether they count, what the minimum is with and
      # without them,
      # and how they compare with the first pulls of the same specimens.
      Preloaded = Struct.new(:count, :counted, :with, :without, :pairs, :paired_in_words, keyword_init: true)

      class Preloaded
        MIN_PAIRS = 3

        # @param sample [Sample] all of them
        # @param minimum_of [Proc] Sample -> Figure or nil
        # @return [Preloaded, nil] nil where nothing was preloaded
        def self.of(sample, terms, minimum_of)
          loaded = sample.counted.select(&:preloaded?)
          return if loaded.empty?

          pairs = pairs(sample, loaded)
          new(count: loaded.size, counted: !terms.leave_preloaded_out?, with: minimum_of.call(sample),
              pairs: pairs.size,
              without: minimum_of.call(sample.fresh), paired_in_words: paired(pairs)).freeze
        end

        # @return [Array<Array(Float, Float)>] first and later break of one specimen
        def self.pairs(sample, loaded)
          first = sample.counted.reject(&:preloaded?).select(&:break?).group_by(&:specimen)
          loaded.select do |o|
            o.break? && o.specimen && first[o.specimen]
          end.map { |o| [first[o.specimen].first.value_si, o.value_si] }
        end
        private_class_method :pairs

        # Source: Compare::Paired, the paired t test
        def self.paired(pairs)
          return "No first and later pull of one specimen both ended in a break." if pairs.empty?

          change = ((pairs.sum { |first, later| later / first } / pairs.size) - 1) * 100
          base = format("%d %s of first and later pull: the later one is %+.1f %% of the first on average", pairs.size,
                        pairs.size == 1 ? "pair" : "pairs", change)
          pairs.size < MIN_PAIRS ? "#{base}; too few to tell from scatter." : "#{base}#{chance(pairs)}."
        end
        private_class_method :paired

        def self.chance(pairs)
          first, later = pairs.transpose
          p = Compare::Paired.new(later, first).p_two_sided
          format(" (p = %.2g)", p)
        rescue InsufficientData
          ""
        end
        private_class_method :chance

        # @return [String] said on every paper on which something was preloaded
        def in_words
          verb = counted ? "counted" : "left out"
          other = counted ? ["without", without] : ["with", with]
          pieces = if count == 1
                     "1 piece had been loaded before and is"
                   else
                     "#{count} pieces had been loaded before " \
                       "and are"
                   end
          "#{pieces} #{verb}; #{other[0]} #{count == 1 ? 'it' : 'them'} the minimum is #{other[1] || 'none'}. " \
            "#{paired_in_words}"
        end
      end
    end
  end
end
