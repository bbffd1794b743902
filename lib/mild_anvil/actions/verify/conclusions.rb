# frozen_string_literal: true

module MildAnvil
  module Actions
    module Verify
      # Every signed conclusion: its text and its papers against their hashes, its signatures and papers against the
      # chain of events, its judgements against what they say now.
      module Conclusions
        KIND = "conclusions"
        LEFT = ""
        EVENTS = { "concluded" => "conclude", "reviewed" => "review_conclusion" }.freeze

        module_function

        # @yield [String, nil]
        def each
          Store::Models::Conclusion.order(:id).each do |row|
            yield wrong(row)
            SignedRows.waiting(row).times { yield :waiting }
          end
        end

        def wrong(row)
          name = "conclusion #{row.number} of #{row.lot.name}"
          found = SignedRows.hands(row, EVENTS) || SignedRows.papers(row, "keep_conclusion_paper") ||
                  judgements(row.frozen_body)
          found && "#{name} #{found}"
        rescue MildAnvil::Error => e
          "#{name}: #{e.message}"
        end
        private_class_method :wrong

        # Judgements are never changed: one that says something else now was changed behind the application's back.
        def judgements(body)
          pulls = body.dig("inputs", "lots").values.flat_map { |lot| lot["pulls"] }.select { |pull| pull["judgement"] }
          now = Store::Models::Judgement.where(uid: pulls.map { |pull| pull["judgement"] }).to_hash(:uid)
          other = pulls.find do |pull|
            row = now[pull["judgement"]]
            row.nil? || row.counts_as != pull["counts_as"] || row.value_si != pull["value_si"]
          end
          other && "rests on pull #{other['number']}, whose judgement says something else now"
        end
        private_class_method :judgements
      end
    end
  end
end
