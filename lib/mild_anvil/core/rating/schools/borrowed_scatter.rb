# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      module Schools
        # mean - k s of earlier lots: makes a small n useful, if this lot scatters as they did.
        module BorrowedScatter
          extend School

          KEY = :borrowed_scatter
          NAME = "Borrowed scatter"
          POSITION = 85
          MINIMUM = true
          ASSUMPTION = "This lot scatters as the earlier ones did; strengths are normally distributed."
          WEAKNESS = "If this lot scatters more, it promises too much."
          DOUBTED = 0.05 # below that chance the scatters are not taken to be alike

          # Source: Hahn and Meeker, Statistical Intervals, 1991, section 4.6, with n and degrees of freedom apart
          # Method: mean - k(n, ν, P, c)·s, s pooled with ν degrees of freedom.
          def self.value(sample, terms)
            borrowed = terms.borrowed or raise InsufficientData,
                                               "no earlier lots of the type are given to borrow a scatter from"
            breaks = sample.breaks!(1)
            doubted!(borrowed)
            mean = breaks.sum / breaks.size
            k, k_upper = [terms.confidence,
                          1 - terms.confidence].map do |c|
              Statistics::ToleranceFactor.normal(breaks: breaks.size,
                                                 coverage: terms.coverage,
                                                 confidence: c,
                                                 dof: borrowed.dof)
            end
            working = { n: breaks.size, k: k, dof: borrowed.dof, standard_deviation_si: borrowed.standard_deviation_si,
                        own_scatter_p: own(breaks, borrowed), homogeneity_p: borrowed.homogeneity_p,
                        bound_si: mean - (k * borrowed.standard_deviation_si) }
            School::Value.new(value_si: working[:bound_si],
                              upper_si: mean - (k_upper * borrowed.standard_deviation_si), working: working,
                              in_words: words(borrowed, working))
          end

          def self.doubted!(borrowed)
            return unless borrowed.homogeneity_p && borrowed.homogeneity_p < DOUBTED

            raise InsufficientData.new(
              "the earlier lots do not scatter alike (p = #{format('%.2g',
                                                                   borrowed.homogeneity_p)}): there is no common " \
"scatter to borrow", p: borrowed.homogeneity_p
            )
          end
          private_class_method :doubted!

          # Chance of so much scatter in this lot, if it scatters like the others.
          def self.own(breaks, borrowed)
            return if breaks.size < 2

            ratio = (Statistics::Description.of(breaks).standard_deviation / borrowed.standard_deviation_si)**2
            Statistics::FisherF.upper_tail(ratio, breaks.size - 1, borrowed.dof)
          end
          private_class_method :own

          def self.words(borrowed, working)
            base = format("Scatter of %<of>s, %<dof>g degrees of freedom; k = %<k>.3f",
                          of: borrowed.source, dof: borrowed.dof, k: working[:k])
            own = working[:own_scatter_p]
            own && own < DOUBTED ? "#{base}. This lot scatters more than they did (p = #{format('%.2g', own)})" : base
          end
          private_class_method :words
        end
      end
    end
  end
end
