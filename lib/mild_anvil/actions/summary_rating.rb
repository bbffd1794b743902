# frozen_string_literal: true

module MildAnvil
  module Actions
    # What the force rule and the rack need to know of a statement.
    module SummaryRating
      module_function

      # @param content [Hash] a statement, string keys
      # @return [Hash] string keys
      def call(content)
        chosen = content["schools"].find { |school| school["key"] == content["chosen"] }
        worst = worst(content["verdicts"])
        { "minimum" => content["minimum"], "minimum_upper_si" => chosen && chosen["upper_si"],
          "working_load_limit" => content["working_load_limit"], "limit_refusal" => content["limit_refusal"],
          "factor_text" => content["factor_text"], "factor_made" => content["factor_made"],
          "school" => chosen && chosen["name"],
          "verdict" => worst && worst["state"], "verdict_reason" => worst && worst["reason"],
          "recommended_reason" => content["recommended_reason"],
          "relative_in_words" => content.dig("relative", "in_words") }
      end

      def worst(verdicts)
        order = Core::Rating::Statement::WORST_FIRST.map(&:to_s)
        verdicts.min_by { |verdict| order.index(verdict["state"]) }
      end
      private_class_method :worst
    end
  end
end
