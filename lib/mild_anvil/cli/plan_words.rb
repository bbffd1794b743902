# frozen_string_literal: true

module MildAnvil
  module Cli
    # What bin/anvil plan prints of each problem: sentences with figures and units.
    class PlanWords
      Plan = Core::Plan

      # @param given [Hash] the file; its "unit" says in which unit forces are given and answered
      def initialize(given)
        @given = given
        @unit = Catalogue.units.force!(given["unit"] || "N")
        @words = Plan::Wording.new(@unit)
      end

      # @param kind [Symbol]; @param answer [Hash] as for --json
      # @return [Array<String>]
      def lines(kind, answer) = [send(kind, answer)].flatten.compact

      private

      def force(value) = @words.force(@unit.to_si(value))
      def share(value) = @words.per_cent(value)
      def number(value) = @words.number(value)

      def bound(answer)
        needed = answer[:needed]
        ["#{needed.n} breaks clear it with #{share(needed.probability)} chance (k #{number(needed.k)}" \
         "#{one_fewer(needed)}).",
         *answer[:chances].map { |row| "With #{row[:n]}: #{share(row[:probability])}." }]
      end

      def one_fewer(needed) = needed.probability_one_fewer ? "; one fewer #{share(needed.probability_one_fewer)}" : ""

      def comparison(answer)
        low, high = answer[:per_group].values
        "#{low} breaks a group show a difference of #{share(@given['difference_share'])} with 80 % chance, #{high} " \
          "with 90 %."
      end

      def next_break(answer)
        ["The bound is now #{force(answer[:bound_now])} (mean #{force(answer[:mean])}, s " \
         "#{force(answer[:standard_deviation])}, k #{number(answer[:factor_now])}).",
         "If the next one comes out at the mean: #{force(answer[:bound_if_next_is_mean])}. Expected after it: " \
         "#{force(answer[:expected_bound])}.",
         *answer[:after].map { |row| "After #{row[:more]} more like these: #{force(row[:bound])}." }]
      end

      def lowest(answer)
        ["The lowest of #{answer[:breaks]} breaks keeps it.",
         *answer[:of_n].map { |row| "The lowest of #{row[:n]}: #{share(row[:confidence])} confidence." }]
      end

      def train(answer)
        mend = answer[:mend]
        ["The specimen goes first with #{share(answer[:specimen_first])}.",
         *answer[:first].map { |row| "#{row.name}: #{share(row.probability)} to go first." },
         mend && "#{mend[:name].capitalize}: #{number(mend[:times])} times as strong makes the specimen the weak link."]
      end

      def proof(answer)
        load = answer[:proof_newtons] ? @words.force(answer[:proof_newtons]) : "#{number(answer[:proof_tonnes])} t"
        ["#{answer[:rule]}: proof load #{load}.", answer[:source],
         ("Compare it with the edition in force before it is used." if answer[:to_be_checked])]
      end

      def tackle(answer)
        stages = answer[:advantages].map { |a| number(a) }.join(" × ")
        ["The rig is #{number(answer[:advantage])} to 1 (#{stages}).",
         answer[:hand_force] && "The hand or winch pulls #{force(answer[:hand_force])}."]
      end

      def energy(answer)
        "#{@words.energy(answer[:joules])} are stored, like 10 kg from " \
          "#{@words.length(answer[:fall_of_10_kg_metres])}. " \
          "Stand outside the line of pull."
      end

      def water(answer)
        bags, each, all = answer.values_at(:bags, :litres_per_bag, :litres)
        steps = answer[:steps].map { |litres| @words.litres(litres) }
        ["#{bags} #{bags == 1 ? 'bag' : 'bags'}, #{@words.litres(each)} in each, #{@words.litres(all)} in all.",
         "Fill in steps: #{steps.join(', ')}. #{Plan::TestMass::LAST_WORD}"]
      end

      def sling(answer)
        ["#{number(answer[:degrees_from_vertical])}° from the vertical: #{number(answer[:factor])} times the limit " \
         "of one leg, #{number(answer[:uniform_factor])} by the uniform method.",
         answer[:limit] && "Limit #{force(answer[:limit])}, by the uniform method #{force(answer[:uniform_limit])}."]
      end

      def bracket(answer) = "Each top fixing is pulled with #{force(answer[:pull_per_fixing])}."

      def combined(answer)
        "#{share(answer[:utilisation])} used: #{answer[:holds] ? 'it holds' : 'it does not hold'}."
      end

      def group(answer) = "The group carries #{share(answer[:efficiency])} of what single ones would."
      def ram(answer) = "The ram makes #{@words.force(answer[:newtons])}. A verified cell decides."
      def two_legs(answer) = "The two legs carry #{force(answer[:together])} together."
      def preload(answer) = "About #{@words.force(answer[:newtons])}: #{answer[:said]}."

      def known_scatter(answer)
        "k #{number(answer[:factor])} for #{share(answer[:coverage])} of the pieces with " \
          "#{share(answer[:confidence])} confidence."
      end
    end
  end
end
