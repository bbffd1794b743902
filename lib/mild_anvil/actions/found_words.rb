# frozen_string_literal: true

module MildAnvil
  module Actions
    # What the judged pulls of a lot say together: where they gave way, and what was expected against what was found.
    module FoundWords
      module_function

      # @param facts [LotFacts]
      # @param expected_si [Float, nil] of the plan in force
      # @return [Array<String>]
      def call(facts, expected_si)
        [*Core::Judgement::Places.call(failures(facts), item: Library.item_type(facts.lot.item_type).name),
         against_expected(facts, expected_si), ways(facts)].compact
      end

      # @param facts [LotFacts]
      # @return [Array<Core::Judgement::Places::Failure>] of what broke and counts
      def failures(facts)
        names = Library.item_type(facts.lot.item_type).zones.to_h { |key, name| [key, name.downcase] }
        facts.pulls.zip(facts.placed).filter_map do |pull, placed|
          judgement = facts.judgement(pull)
          next unless placed.state == "counted" && judgement&.counts_as == "break"

          Core::Judgement::Places::Failure.new(zone: names.fetch(judgement.zone, judgement.zone.to_s),
                                               mode: judgement.mode.to_s, part: judgement.failed_part.to_s)
        end
      end

      def against_expected(facts, expected_si)
        breaks = facts.sample.breaks_si
        return if expected_si.nil? || breaks.empty?

        mean = breaks.sum / breaks.size
        figures = Core::Quantity::FigureRule.for(unit: Figures.of(facts.lot).unit, largest_si: mean)
        share = (mean / expected_si) - 1
        away = format("%.0f", share.abs * 100)
        return "Expected #{figures.nearest(expected_si)}, found as much on average." if away == "0"

        "Expected #{figures.nearest(expected_si)}, found #{figures.nearest(mean)} on average: #{away} % " \
          "#{share.positive? ? 'more' : 'less'}."
      end
      private_class_method :against_expected

      # Whether what failed is what was expected to, where somebody said so at the bench.
      def ways(facts)
        told = Store::Models::Aftermath.where(pull_id: facts.pulls.map(&:id)).order(:id).all.to_h { |row| [row.pull_id, row] }
        said = told.values.reject { |row| row.as_expected.nil? }
        other = said.reject(&:as_expected)
        return if other.empty?

        "#{other.size} of #{said.size} failed otherwise than expected."
      end
      private_class_method :ways
    end
  end
end
