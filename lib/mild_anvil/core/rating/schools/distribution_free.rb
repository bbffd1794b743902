# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      module Schools
        # The highest order statistic that is a bound without any assumption about the shape.
        module DistributionFree
          extend School

          KEY = :distribution_free
          NAME = "Distribution-free"
          POSITION = 80
          MINIMUM = true
          ASSUMPTION = "The pieces were drawn at random from one population; no shape is assumed."
          WEAKNESS = "Needs many breaks: 59 for 95 % with 95 % confidence, 29 for 90 %."

          # Source: Conover, Practical Nonparametric Statistics, 3rd edition 1999, section 3.2
          def self.value(sample, terms)
            if sample.count(:at_most).positive?
              raise InsufficientData.new("#{sample.count(:at_most)} only “at most”: its place in the order is unknown",
                                         at_most: sample.count(:at_most))
            end

            carried = sample.counted.map(&:surely_carried_si).sort
            rank = if carried.empty?
                     nil
                   else
                     Statistics::OrderStatistic.usable_rank(breaks: carried.size,
                                                            coverage: terms.coverage, confidence: terms.confidence)
                   end
            rank ? found(carried, rank, terms) : refuse(carried.size, terms)
          end

          def self.found(carried, rank, terms)
            achieved = Statistics::OrderStatistic.confidence(breaks: carried.size, coverage: terms.coverage, rank: rank)
            School::Value.new(value_si: carried[rank - 1], confidence: achieved,
                              working: { n: carried.size, rank: rank, confidence: achieved },
                              in_words: "Number #{rank} from below of #{carried.size}: #{per_cent(achieved)} " \
                                        "confidence that #{share_text(terms.coverage)} are stronger")
          end
          private_class_method :found

          def self.refuse(count, terms)
            needed = Statistics::OrderStatistic.smallest_count(coverage: terms.coverage, confidence: terms.confidence)
            raise InsufficientData.new("needs #{needed} breaks for #{share_text(terms.coverage)} with " \
                                       "#{share_text(terms.confidence)} confidence, has #{count}",
                                       breaks: count, needed: needed)
          end
          private_class_method :refuse
        end
      end
    end
  end
end
