# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      module Sections
        # How many a group to see a difference.
        class Comparison < Section
          POWERS = [0.8, 0.9].freeze

          def call
            difference = content.share(:difference_percent)
            return missing("Type a difference to see how many a group would show it.") if difference.nil?

            known = plan.expected
            return missing("Nothing says how the breaks will scatter.") if known.nil?

            share = known[:variation_share]
            counts = POWERS.map do |power|
              [power, SampleSize.for_comparison(difference_share: difference, variation_share: share, power: power)]
            end
            ok("#{counts.first.last} a group show a difference of #{wording.per_cent(difference)} with 80 % chance, " \
               "#{counts.last.last} with 90 %.",
               per_group: counts.map { |power, n| { power: power, n: n } },
               working: ["two-sided t test at 5 %, scatter #{wording.per_cent(share)} of the mean",
                         "power by the noncentral t, 2n − 2 degrees of freedom"])
          end
        end
      end
    end
  end
end
