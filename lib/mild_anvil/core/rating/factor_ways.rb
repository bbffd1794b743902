# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # The design factor both ways, school by school: what it makes of the minimum, and whether the factor that is
      # reached over a wanted load lies in its range; and what a claim without a factor would mean under each.
      class FactorWays
        # Rows of the table that speak of an item, by its type; the others stand behind them.
        OF_ITEM = { %w[eye_splice sewn_loop webbing rope string round_sling] => %w[sling-synthetic-5 sling-synthetic-7],
                    %w[wire_rope] => %w[sling-wire-rope], %w[chain] => %w[sling-alloy-chain],
                    %w[ground_anchor concrete_anchor] => %w[anchor-ground overhead-fixing],
                    %w[bracket hanger] => %w[overhead-fixing play-equipment] }.freeze

        # @param minimum_si [Float] as stated
        # @param rows [Array<Hash>] key, use, low, usual, high, source, note
        # @param item_type [String]
        # @param rule [Proc] factor -> Figure of the limit, nil below one step
        # @param figures [Quantity::FigureRule]
        def initialize(minimum_si, rows, item_type:, rule:, figures:)
          @minimum = minimum_si
          @rows = rows
          @first = OF_ITEM.find { |types, _| types.include?(item_type) }&.last || []
          @rule = rule
          @figures = figures
        end

        # @param loads [Array<Float>] SI: that are wanted, or were measured in use
        # @return [Array<Hash>] those of the item first
        def rows(loads)
          sorted = @rows.partition { |row| @first.include?(row[:key]) }.flatten
          sorted.map do |row|
            row.slice(:key, :use, :low, :usual, :high, :source, :note)
               .merge(of_item: @first.include?(row[:key]), limit: @rule.call(row[:usual])&.to_h,
                      reached: loads.max && reached(loads.max, row))
          end
        end

        # @param claims [Array<Claim>]
        # @return [Array<String>] for claimed working loads whose factor nobody stated
        def claims(claims)
          claims.select { |claim| claim.measure == :working_load && claim.factor.nil? }.map { |claim| unknown(claim) }
        end

        private

        def reached(load, row)
          made = ((@minimum / load * 100) + 1.0e-9).floor / 100.0
          verdict = if made < row[:low] then "below"
                    elsif made > row[:high] then "above"
                    else "within"
                    end
          { factor: made, text: format("%.2f", made), verdict: verdict }
        end

        def unknown(claim)
          factors = @rows.select { |row| @first.include?(row[:key]) }.map { |row| row[:usual] }.uniq
          factors = [4, 5, 7] if factors.empty?
          parts = factors.map do |factor|
            strength = claim.value_si * factor
            "with #{format('%g', factor)} it means #{@figures.nearest(strength)}, which the minimum " \
              "#{@minimum >= strength ? 'reaches' : 'does not reach'}"
          end
          "The claimed working load of #{@figures.nearest(claim.value_si)} states no factor: #{parts.join('; ')}."
        end
      end
    end
  end
end
