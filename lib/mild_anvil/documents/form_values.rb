# frozen_string_literal: true

module MildAnvil
  module Documents
    # What a customer's form may ask of a statement, by the names of its cells.
    module FormValues
      NAMES = %w[lot customer job material maker differs_from_use direction configuration condition statement signed_by
                 signed_on reviewed_by reviewed_on minimum minimum_text working_load_limit working_load_limit_text unit
                 design_factor school coverage_percent confidence_percent rated_quantity breaks mean lowest highest
                 standard_deviation laboratory laboratory_address sha256 standing].freeze
      PULL = %w[number specimen feature value counts_as failed_part mode reason].freeze

      module_function

      # @param words [StatementWords]; @param laboratory [Paper::Laboratory]
      # @return [Hash{String => String, Numeric}]
      def of(words, laboratory)
        { **described(words), **signed(words), **stated(words), **found(words), **pulls(words),
          "laboratory" => laboratory.name, "laboratory_address" => laboratory.address,
          "sha256" => words.content[:sha256].to_s, "standing" => words.content[:standing].to_s }
      end

      def described(words)
        lot = words.lot
        lot.slice("customer", "job", "material", "maker", "differs_from_use", "direction", "configuration")
           .transform_values(&:to_s).merge("lot" => lot["name"], "condition" => lot["item_condition"].to_s)
      end
      private_class_method :described

      def signed(words)
        hands = words.content[:signatures].to_h { |hand| [hand[:meaning], hand] }
        rated, reviewed = hands.values_at("rated", "reviewed")
        { "statement" => words.content[:number] ? "#{words.lot['id']}-#{words.content[:number]}" : "preview",
          "signed_by" => rated.to_h[:person].to_s, "signed_on" => rated.to_h[:at].to_s[0, 10],
          "reviewed_by" => reviewed.to_h[:person].to_s, "reviewed_on" => reviewed.to_h[:at].to_s[0, 10] }
      end
      private_class_method :signed

      # Figures as they were stated: no finer than the instrument.
      def stated(words)
        statement = words.statement
        minimum, limit = statement.values_at("minimum", "working_load_limit")
        { "minimum" => number(minimum), "minimum_text" => words.figure(minimum).to_s,
          "working_load_limit" => number(limit), "working_load_limit_text" => words.figure(limit).to_s,
          "unit" => statement["unit"], "design_factor" => statement["factor_text"]&.to_f,
          "school" => words.chosen.to_h["name"].to_s, "rated_quantity" => statement["rated_quantity"].tr("_", " "),
          "coverage_percent" => statement["coverage"] * 100,
          "confidence_percent" => (statement["chosen_confidence"] || statement["confidence"]) * 100 }
      end
      private_class_method :stated

      def number(figure) = figure ? Float(figure["text"].delete(" ")) : ""
      private_class_method :number

      def found(words)
        described = words.statement["description"] || {}
        { "breaks" => described["breaks"] || "" }.merge(
          %w[mean lowest highest standard_deviation].to_h { |name| [name, number(described[name])] }
        )
      end
      private_class_method :found

      # pull_1_value, pull_1_counts_as …
      def pulls(words)
        words.pulls.each_with_index.flat_map do |pull, i|
          cells = { "number" => pull["number"], "specimen" => pull["specimen"].to_s, "feature" => pull["feature"].to_s,
                    "value" => value(words, pull), "counts_as" => words.counts_as(pull),
                    "reason" => words.reasons(pull),
                    **(pull["judgement"] || {}).slice("failed_part", "mode").transform_values(&:to_s) }
          cells.map { |name, cell| ["pull_#{i + 1}_#{name}", cell] }
        end.to_h
      end
      private_class_method :pulls

      def value(words, pull)
        si = pull.dig("judgement", "value_si") || pull.dig("measurement", "value_si")
        si ? Float(words.reading(si, pull).delete(" ")) : ""
      end
      private_class_method :value
    end
  end
end
