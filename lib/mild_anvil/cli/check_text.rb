# frozen_string_literal: true

module MildAnvil
  module Cli
    # What bin/anvil check prints of each problem: sentences with figures and units.
    class CheckText
      # @param given [Hash] the file; its "unit" says in which unit forces are given and answered
      def initialize(given)
        @given = given
        @unit = Catalogue.units.force!(given["unit"] || "N")
        @words = Core::Plan::Wording.new(@unit)
      end

      # @param kind [Symbol]; @param answer [Hash] as for --json
      # @return [Array<String>]
      def lines(kind, answer)
        found = [send(kind, answer)].flatten.compact
        found.empty? ? ["Nothing stands out."] : found
      end

      private

      def force(value) = @words.force(@unit.to_si(value))
      def signed(value) = "#{value.negative? ? '−' : '+'}#{force(value.abs)}"
      def number(value) = value.zero? ? "0" : "#{'−' if value.negative?}#{@words.number(value.abs)}"
      def precise(value) = format("%.5g", value)
      def fine(value) = "#{precise(value)} #{@unit}"
      def chance(share) = @words.per_cent(share)
      def share(value) = "#{number(value)} %"

      def dead_weight(answer)
        [*answer[:sentences],
         *answer[:points].reject { |p| p[:direction] == :zero }.map do |p|
           "series #{p[:series]}, #{p[:direction]}: #{force(p[:applied])} applied, #{signed(p[:error])}"
         end]
      end

      def long_test(answer)
        [answer[:headline], *answer[:lines].map(&:text),
         *answer[:stations].flat_map { |s| ["#{s.name}: #{s.headline}", *s.lines.map { |l| "  #{l.text}" }] }]
      end

      def staircase(answer)
        low, high = answer.values_at(:low, :high).map { |v| v ? "#{precise(v)} J" : "no limit" }
        classic = answer[:dixon_mood]
        ["Half of them break at #{precise(answer[:mean])} J (#{low} to #{high}); scatter " \
         "#{precise(answer[:deviation])} J.",
         classic && "By the up-and-down formula: #{precise(classic[:mean])} J."]
      end

      def life(answer)
        at = answer[:at]
        low, high = answer[:slope_interval]
        ["Slope #{precise(answer[:slope])} (#{precise(low)} to #{precise(high)}).",
         at && "Half of them stand #{precise(at[:median])} cycles (#{precise(at[:low])} to " \
               "#{precise(at[:high])}); 95 of " \
               "100 more than #{precise(at[:outlived_by_95_percent])}.#{' Only the line says so.' unless at[:tested]}"]
      end

      def retained(answer)
        ["#{answer[:corrected].map { |v| precise(v) }.join(', ')} N under the first conditions: " \
         "#{number(100 * answer[:lost_share])} % lost."]
      end

      def cross(answer) = answer[:sentences]
      def drift(answer) = answer[:sentences]

      def calibration(answer)
        line = answer[:line]
        low, high = line[:slope_interval]
        ["It shows #{precise(line[:slope])} for 1 applied (#{precise(low)} to #{precise(high)}), " \
         "#{signed(line[:intercept])} at zero; readings lie #{force(line[:residual_deviation])} about the line.",
         bend(answer[:curvature]), lack_of_fit(answer[:lack_of_fit]),
         *answer[:predictions].map do |p|
           "#{fine(p[:applied])} applied shows as #{between(p, :fit)}.#{beyond(p[:applied])}"
         end,
         *answer[:inverse].map do |p|
           "#{fine(p[:indication])} shown is #{between(p, :force)}.#{beyond(p[:force])}"
         end]
      end

      def between(found, key) = "#{fine(found[key])} (#{precise(found[:low])} to #{precise(found[:high])})"
      def beyond(force) = force.between?(*@given["applied"].minmax) ? "" : " Beyond what was applied."

      def bend(curve)
        return curve[:refused] if curve.key?(:refused)

        "#{curve[:p] < Core::Instrument::CheckResult::CURVED_P ? 'It bends' : 'No bend that noise does not explain'} " \
          "(p #{number(curve[:p])})."
      end

      def lack_of_fit(found) = found && "Lack of fit: p #{number(found[:p])}."

      def verification(answer)
        verdict = if answer[:best_class]
                    "Class #{format('%g', answer[:best_class])} from #{force(answer[:lowest_force])}."
                  else
                    "No class is kept."
                  end
        [verdict, *answer[:reservations].map { |why| "Only an indication: #{why}." },
         *answer[:errors_percent].map { |row| errors(row.to_h) }, answer[:source]]
      end

      def errors(row)
        told = %i[indication repeatability reversibility resolution].map do |what|
          "#{what} #{row[what] ? share(row[what]) : 'not read'}"
        end
        "At #{force(row[:applied])}: #{told.join(', ')}."
      end

      def budget(answer)
        names = Core::Instrument::ReadingBudget::NAMES
        shared = "#{number(answer[:expanded_shared])} #{@unit}"
        ["#{precise(answer[:corrected])} ± #{number(answer[:expanded])} #{@unit} " \
         "(k #{number(answer[:coverage_factor])}), of which readings share ± #{shared}.",
         *answer[:parts].map do |p|
           "#{names.fetch(p.name)}#{', shared' if p.shared}: #{number(p.standard)} #{@unit}#{one_sided(p)}"
         end]
      end

      def one_sided(part) = part.bias.zero? ? "" : ", and #{number(part.bias)} #{@unit} one way"

      def guard(answer)
        ["Accept from #{@words.to_reach(@unit.to_si(answer[:acceptance_limit]))}.", verdict(answer), risks(answer)]
      end

      def verdict(answer)
        return unless answer.key?(:accept)

        "#{precise(@given['reading'])} #{@unit} is #{answer[:accept] ? 'accepted' : 'not accepted'}: " \
          "#{chance(answer[:probability_nonconforming])} chance that it lies below the limit."
      end

      def risks(answer)
        return unless answer.key?(:false_accept)

        "Of all, #{chance(answer[:false_accept])} are accepted and should not be, #{chance(answer[:false_reject])} " \
          "the other way."
      end

      def watch(answer)
        limits = "#{number(answer[:lower_limit])} to #{number(answer[:upper_limit])}"
        ["Middle #{number(answer[:centre])}, limits #{limits}.",
         *answer[:western_electric].merge(answer[:nelson]).filter_map do |rule, places|
           "#{rule.to_s.tr('_', ' ').capitalize}: at value #{places.join(', ')}." if places.any?
         end, *answer[:ranges_beyond].map { |at| "The step to value #{at} is too large." },
         capability(answer[:capability])]
      end

      def capability(found)
        found && "Capability #{number(found[:overall])}, with the stated confidence at least " \
                 "#{number(found[:lower_bound])}."
      end

      def creep(answer)
        [law("Power law", answer[:power]), law("Log-time line", answer[:log]),
         "The rate #{answer[:rate_never_increases] ? 'never rises' : 'rises again'} between the readings."]
      end

      def law(name, fit)
        return "#{name}: #{fit[:refused]}." if fit.key?(:refused)

        far = fit[:extrapolated]
        ends = far.values_at(:low, :high)
        interval = ends.all? ? " (#{ends.map { |v| number(v) }.join(' to ')})" : ""
        "#{name}: #{number(far[:value])}#{interval} after the time asked for."
      end

      def sample_tests(answer)
        ["#{answer[:breaks]} breaks. A test that sees nothing proves nothing at so few.",
         *answer[:sample_tests].map { |test| test.to_h.then { |t| "#{t[:name]}: #{t[:in_words]}. #{t[:detectable]}" } }]
      end
    end
  end
end
