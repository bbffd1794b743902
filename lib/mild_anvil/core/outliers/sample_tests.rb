# frozen_string_literal: true

module MildAnvil
  module Core
    module Outliers
      # What the usual tests say of a lot's breaks, each with what it can see at this number. A flag is no reason to
      # leave a
      # value out: only a cause other than the value is.
      module SampleTests
        # name, finding: true when it flags something; in_words; seen: what it can see at this n; values
        SampleTest = Struct.new(:key, :name, :flags, :in_words, :detectable, :values, keyword_init: true)
        ALPHA = 0.05

        module_function

        # @param breaks [Array<Float>] SI
        # @return [Array<SampleTest>] one for each test, refusals included
        def for(breaks)
          [[:grubbs, "Grubbs"], [:generalized_esd, "Generalized ESD"], [:dixon, "Dixon"],
           [:median_score, "Median distance"], [:w_test, "W, for a normal shape"],
           [:anderson_darling, "A², for a normal shape"]]
            .map do |key, name|
            test(key, name, breaks)
          end
        end

        def test(key, name, breaks)
          flags, words, seen, values = send(key, breaks)
          SampleTest.new(key: key, name: name, flags: flags, in_words: words, detectable: seen, values: values).freeze
        rescue InsufficientData, InvalidInput => e
          SampleTest.new(key: key, name: name, flags: nil, in_words: e.message,
                         detectable: "Nothing at #{breaks.size}.", values: []).freeze
        end
        private_class_method :test

        def grubbs(breaks)
          test = Grubbs.new(breaks)
          limit = test.critical(ALPHA).two_sided
          flags = test.two_sided > limit
          [flags, format("the farthest value lies %.2f s from the mean; %.2f would be too far (p %s %.2g)",
                         test.two_sided, limit, test.p_two_sided >= 1 ? "up to" : "=", test.p_two_sided),
           grubbs_sees(test, limit), flags ? [test.suspect] : []]
        end
        private_class_method :grubbs

        # At n = 3 the largest G that can be is 1.155 and the limit 1.154: nothing but two equal values and a third is
        # seen.
        def grubbs_sees(test, limit)
          largest = Grubbs.largest_possible(test.count)
          if limit > 0.98 * largest
            return format("At %d values no distance can exceed %.3f s and the limit is %.3f: it sees next to nothing.",
                          test.count, largest, limit)
          end

          format("At %d values it sees one value farther out than %.2f s.", test.count, limit)
        end
        private_class_method :grubbs_sees

        def generalized_esd(breaks)
          most = (breaks.size / 3).clamp(1, 10)
          result = GeneralizedEsd.call(breaks, most: most, alpha: ALPHA)
          [result.outliers.positive?, if result.outliers.zero?
                                        "none of up to #{most}"
                                      else
                                        "#{result.outliers} of up to " \
                                          "#{most} lie apart"
                                      end, "Looks for up to #{most} at once, so that two cannot hide each other.",
           result.removed.first(result.outliers)]
        end
        private_class_method :generalized_esd

        def dixon(breaks)
          test = Dixon.new(breaks)
          limit = test.critical(ALPHA / 2)
          low, high = breaks.minmax
          out = [([low, test.low] if test.low > limit), ([high, test.high] if test.high > limit)].compact
          [out.any?, format("gap over range %.2f at the low end, %.2f at the high end; %.2f would be too much",
                            test.low, test.high, limit),
           format("At %d values the gap must make %.0f %% of the range.", breaks.size, 100 * limit), out.map(&:first)]
        end
        private_class_method :dixon

        def median_score(breaks)
          result = MedianScore.call(breaks)
          worst = result.scores.map(&:abs).max
          [result.flagged.any?, format("the largest score is %.1f; above %.1f lies apart", worst, MedianScore::LIMIT),
           if breaks.size < 6
             "At #{breaks.size} values half of them set the scale: it flags too easily."
           else
             "Two bad " \
               "values cannot hide each other."
           end,
           breaks.zip(result.flagged).select(&:last).map(&:first)]
        end
        private_class_method :median_score

        def w_test(breaks)
          test = Normality.w_test(breaks)
          [test.p < ALPHA,
           format("W %.3f, p %.2g: %s", test.w, test.p, test.p < ALPHA ? "not normal" : "nothing against a normal " \
             "population"), shape_sees(breaks), []]
        end
        private_class_method :w_test

        def anderson_darling(breaks)
          test = Normality.anderson_darling(breaks)
          if test.p.nil?
            raise InsufficientData,
                  "its chance is not defined below #{Normality::FEWEST_ANDERSON_DARLING} values"
          end

          [test.p < ALPHA,
           format("A² %.3f, p %.2g: %s", test.corrected, test.p, test.p < ALPHA ? "not normal, most of all in the " \
             "tails" : "nothing against a normal population"), shape_sees(breaks), []]
        end
        private_class_method :anderson_darling

        def shape_sees(breaks)
          return "Sees skew and heavy tails." if breaks.size >= 20

          "At #{breaks.size} values only a very odd shape is seen; not seeing one proves nothing."
        end
        private_class_method :shape_sees
      end
    end
  end
end
