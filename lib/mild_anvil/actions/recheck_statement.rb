# frozen_string_literal: true

module MildAnvil
  module Actions
    # Computes a signed statement again from its own inputs. Under the rules it was made with every figure is the same
    # to the last digit;
    # under later ones it is said which figures would differ, and nothing is changed.
    module RecheckStatement
      FIGURES = { "minimum" => "minimum", "working_load_limit" => "working load limit" }.freeze

      module_function

      # @return [Hash] same_rules, intact, differences: [{figure, signed, now}]
      def call(statement_id:)
        statement = Store::Models::Statement.fetch!(statement_id)
        body = statement.frozen_body
        now = Canonical.plain(RatingInputs.core(body.fetch("inputs")).statement(calibrate: :all).to_h)
        { same_rules: statement.rule_version == Core::Rating::Statement::RULE_VERSION,
          rule_version: statement.rule_version,
          present_rule_version: Core::Rating::Statement::RULE_VERSION, intact: now == body.fetch("content"),
          differences: differences(body.fetch("content"), now) }
      end

      def differences(signed, now)
        own = FIGURES.filter_map { |key, name| difference(name, text(signed[key]), text(now[key])) }
        schools = signed["schools"].zip(now["schools"]).filter_map do |a, b|
          difference(a["name"], text(a["stated"]), text(b && b["stated"]))
        end
        verdicts = signed["verdicts"].zip(now["verdicts"]).filter_map do |a, b|
          difference("verdict", a["state"], b && b["state"])
        end
        own + schools + verdicts
      end
      private_class_method :differences

      def difference(name, signed, now) = signed == now ? nil : { figure: name, signed: signed, now: now }
      private_class_method :difference

      def text(figure) = figure && "#{figure['text']} #{figure['unit']}"
      private_class_method :text
    end
  end
end
