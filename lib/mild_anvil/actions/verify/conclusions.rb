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
          Store::Models::Conclusion.order(:id).each { |row| yield wrong(row) }
        end

        def wrong(row)
          name = "conclusion #{row.number} of #{row.lot.name}"
          found = told(row) || papers(row) || judgements(row.frozen_body)
          found && "#{name} #{found}"
        rescue MildAnvil::Error => e
          "#{name}: #{e.message}"
        end
        private_class_method :wrong

        def told(row)
          return "is signed by nobody" if row.signatures.empty?

          unknown = row.signatures.find do |signature|
            Store::Journal.about(row, EVENTS.fetch(signature.meaning)).none? do |event|
              event[:person_id] == signature.person_id && JSON.parse(event[:after])["sha256"] == signature.sha256
            end
          end
          unknown && "is #{unknown.meaning} by #{unknown.person.name}, and the events know nothing of it"
        end
        private_class_method :told

        def papers(row)
          kept = row.papers
          kept.each(&:bytes)
          known = Store::Journal.about(row, "keep_conclusion_paper").map { |event| JSON.parse(event[:after])["sha256"] }
          return "has a paper of which the events know nothing" if kept.any? { |paper| !known.include?(paper.sha256) }

          "lacks a paper" if (1..row.signatures.size).any? { |n| kept.none? { |paper| paper.signature_count == n } }
        end
        private_class_method :papers

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
