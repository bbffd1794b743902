# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What a careful colleague would say about the sample before the figure is believed.
      module Remarks
        FEW = 5
        FEWEST = 3
        FAR_BELOW_SHARE = 0.2
        # Above this share of its mean, the scatter says that something differs between the pieces.
        WIDE_SCATTER_SHARE = 0.15

        module_function

        # @return [Array<String>] sentences
        def for(sample, terms, results)
          [*terms.chain_remarks, too_few(sample), low_for_its_number(sample, results), hidden(sample, terms),
           voids(sample), bounds_only(sample), wide_scatter(sample), chosen_refused(terms, results)].compact
        end

        def too_few(sample)
          return unless sample.count.between?(2, FEW - 1)

          "With #{sample.count} values no test can tell an outlier from scatter. Nothing may be left out for its " \
            "value alone."
        end
        private_class_method :too_few

        # A bound that says more of the number of breaks than of the pieces.
        def low_for_its_number(sample, results)
          return unless sample.complete? && sample.count.between?(2, FEWEST)

          bound = results.find { |result| result.key == :tolerance_normal }&.value_si
          lowest = sample.breaks_si.min
          return if bound.nil? || bound > lowest * (1 - FAR_BELOW_SHARE)

          "The bound for a normal population lies #{((1 - (bound / lowest)) * 100).round} % below the lowest break " \
            "because there are only #{sample.count} values, not because the pieces are weak. Scatter borrowed from " \
            "an earlier lot of the kind would mend that first, then one more break."
        end
        private_class_method :low_for_its_number

        def hidden(sample, terms)
          return unless DisplayStep.hidden?(sample.breaks_si, terms.resolution_si)

          rule = Quantity::FigureRule.for(unit: terms.unit, resolution_si: terms.resolution_si)
          step = rule.nearest(terms.resolution_si)
          "These #{sample.count(:break)} breaks agree within a step of the display, #{step}, or a value was copied: " \
            "what the step can hide is taken for their scatter."
        end
        private_class_method :hidden

        def voids(sample)
          count = sample.observations.count { |o| o.counts_as == :void }
          return unless count.positive?

          "#{count} void: #{count == 1 ? 'it does' : 'they do'} not count and #{count == 1 ? 'stays' : 'stay'} " \
            "drawn, with the cause."
        end
        private_class_method :voids

        def bounds_only(sample)
          count = sample.count(:at_least)
          return unless count.positive? && sample.count(:break).positive?

          "#{count} only “at least”: something else ended the pull. A stronger load train would turn " \
            "#{count == 1 ? 'it' : 'them'} into breaks."
        end
        private_class_method :bounds_only

        def wide_scatter(sample)
          return unless sample.count(:break) > 2

          share = Statistics::Description.of(sample.breaks_si).variation_share
          return unless share && share > WIDE_SCATTER_SHARE

          "The scatter is #{(share * 100).round} % of the mean. Look for two ways of failing, or two kinds of pieces."
        end
        private_class_method :wide_scatter

        def chosen_refused(terms, results)
          result = terms.school && results.find { |r| r.key == terms.school.to_sym }
          return if result.nil?
          return "The chosen school, #{result.name}, refuses: #{result.refusal}." if result.refused?

          return if result.minimum

          "The chosen school, #{result.name}, gives no minimum, so there is no working load limit."
        end
        private_class_method :chosen_refused
      end
    end
  end
end
