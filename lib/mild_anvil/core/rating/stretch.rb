# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # Whether the strongest break lowers the minimum: what it would be without the stretch, and why it still counts.
      #
      # strongest_si: as it broke; calmer_si: in its place, where the minimum would be highest; without_si: that minimum
      Stretch = Struct.new(:strongest_si, :calmer_si, :without_si, keyword_init: true)

      class Stretch
        SCHOOLS = %i[tolerance_normal tolerance_lognormal cautious tolerance_weibull].freeze
        FEWEST = 3 # breaks: of two there is no strongest that stretches the others
        STEPS = 40
        GOLDEN = (Math.sqrt(5) - 1) / 2

        # @param sample [Sample]; @param terms [Terms]; @param chosen [SchoolResult, nil]
        # @param figures [Quantity::FigureRule]
        # @return [Stretch, nil] nil unless the stated minimum would be higher
        # Method: mean - k s is concave in one value, so the golden section finds the highest.
        def self.of(sample, terms, chosen, figures)
          return unless chosen && SCHOOLS.include?(chosen.key) && sample.complete? && sample.count >= FEWEST

          *others, strongest = sample.breaks_si.sort
          bound = ->(value) { bound(chosen.key, [*others, value], terms) }
          calmer = highest(others.last, strongest, &bound)
          without = bound.call(calmer)
          return unless figures.down(without).value_si > figures.down(chosen.value_si).value_si

          new(strongest_si: strongest, calmer_si: calmer, without_si: without).freeze
        end

        # @return [String]
        def in_words(figures)
          "The strongest, #{figures.nearest(strongest_si)}, lowers it: had it broken at " \
            "#{figures.nearest(calmer_si)}, the minimum would be #{figures.down(without_si)}. It counts all the " \
            "same: who scatters so far upwards may scatter as far downwards, and only a cause other than its value " \
            "makes a break void."
        end

        def self.bound(key, values, terms)
          sample = Sample.new(values.map { |value| Observation.checked(counts_as: :break, value_si: value) })
          Schools.find(key).rate(sample, terms).value_si || 0.0
        end
        private_class_method :bound

        def self.highest(low, high)
          STEPS.times do
            a = high - (GOLDEN * (high - low))
            b = low + (GOLDEN * (high - low))
            yield(a) >= yield(b) ? high = b : low = a
          end
          (low + high) / 2
        end
        private_class_method :highest
      end
    end
  end
end
