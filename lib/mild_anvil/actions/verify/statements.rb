# frozen_string_literal: true

module MildAnvil
  module Actions
    module Verify
      # Every signed statement: its text against its hash, its figures against its own inputs, and the judgements that
      # it rests on against what they are now.
      module Statements
        KIND = "statements"
        LEFT = "signed under earlier rules; their text was checked, their figures were not computed again"

        module_function

        # @yield [String, Symbol, nil]
        def each
          Store::Models::Statement.order(:id).each do |statement|
            words = wrong(statement)
            yield words
            yield :left if words.nil? && statement.rule_version != Core::Rating::Statement::RULE_VERSION
          end
        end

        def wrong(statement)
          body = statement.frozen_body
          "#{Statements.name(statement)} #{other_figures(statement) || other_judgement(statement,
                                                                                       body)}".then do |words|
            words unless words.end_with?(" ")
          end
        rescue MildAnvil::Error => e
          "#{Statements.name(statement)}: #{e.message}"
        end
        private_class_method :wrong

        def other_figures(statement)
          return unless statement.rule_version == Core::Rating::Statement::RULE_VERSION

          checked = RecheckStatement.call(statement_id: statement.id)
          return if checked[:intact]

          first = checked[:differences].first
          return "does not follow from its inputs" if first.nil?

          "says #{first[:figure]} #{first[:signed]}; its inputs give #{first[:now]}"
        end
        private_class_method :other_figures

        # Judgements are never changed: one that says something else now was changed behind the application's back.
        # Found by the pull's uid: a statement that came with a package names numbers of elsewhere.
        def other_judgement(statement, body)
          items = Store::Models::Judgement.of_statement(statement.id)
          pull = body.dig("inputs", "pulls").find do |row|
            row["judgement"] && differs?(row["judgement"], items[row["uid"]])
          end
          "rests on pull #{pull['number']}, whose judgement says something else now" if pull
        end
        private_class_method :other_judgement

        JUDGED = %w[counts_as value_si upper_si failed_part reason].freeze

        def differs?(signed, row)
          row.nil? || JUDGED.any? { |name| row[name.to_sym] != signed[name] }
        end
        private_class_method :differs?

        # @return [String] in a sentence
        def name(statement) = "statement #{statement.number} of #{statement.lot.name}"
      end
    end
  end
end
