# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      # What one heard act says, in a line.
      module Words
        # table => its line, from what was said and the row itself
        LINES = { "judgements" => ->(said, row) { judgement(said, row) },
                  "overrides" => ->(said, row) { override(said, row) },
                  "instrument_checks" => ->(said, _) { said["passed"] ? "passed" : "not passed" },
                  "certificates" => ->(said, _) { said.values_at("number", "issued_by").compact.join(", ") },
                  "statements" => ->(said, row) { statement(said, row) },
                  "signatures" => ->(said, _) { said["meaning"] },
                  "proof_certificates" => ->(said, _) { said["number"] },
                  "watched_answers" => ->(said, _) { said.values_at("answer", "words").compact.join(": ") } }.freeze
        TOLD = %w[reason words note verdict text name].freeze
        MOST = 200

        module_function

        # @param row [Store::Models::Hearsay]
        # @return [String]
        def of(row)
          line = LINES[row.table_name]
          (line ? line.call(row.content, row) : row.content.values_at(*TOLD).compact.first.to_s).to_s[0, MOST]
        end

        def judgement(said, row)
          number = Store::Models::Pull.where(id: said["pull_id"]).get(:number)
          return "pull #{number}: the one before is taken back" if said["counts_as"].nil?

          value = said["value_si"] && row.lot && figure(row.lot, said["value_si"])
          ["pull #{number}: #{said['counts_as'].tr('_', ' ')}", value, said["failed_part"]].compact.join(", ")
        end
        private_class_method :judgement

        def override(said, row)
          found = Store::Models::Finding[said["finding_id"]] or return said["reason"]
          value = said["value_si"] && row.lot && figure(row.lot, said["value_si"])
          [found.kind.tr("_", " "), value || "taken back", said["reason"]].reject { |w| w.to_s.empty? }.join(", ")
        end
        private_class_method :override

        def statement(said, row)
          content = JSON.parse(said["body"].to_s)["content"].to_h
          minimum = content["minimum"]
          ["statement #{said['number']}", row.lot&.name,
           minimum && "minimum #{minimum['text']} #{minimum['unit']}"].compact.join(", ")
        rescue JSON::ParserError
          "statement #{said['number']}"
        end
        private_class_method :statement

        def figure(lot, value_si)
          shown = Figures.of(lot).reading(value_si)
          "#{shown[:text]} #{shown[:unit]}"
        end
        private_class_method :figure
      end
    end
  end
end
