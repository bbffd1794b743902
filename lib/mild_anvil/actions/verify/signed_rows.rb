# frozen_string_literal: true

module MildAnvil
  module Actions
    module Verify
      # What every signed text has in common: signatures and papers against the chain of events.
      module SignedRows
        module_function

        # @param row [Store::Models::SignedText]; @param events [Hash{String => String}] meaning => action
        # @return [String, nil] what is wrong with the hands under it
        def hands(row, events)
          return "is signed by nobody" if row.signatures.empty?

          unknown = row.signatures.find do |signature|
            Store::Journal.about(row, events.fetch(signature.meaning)).none? do |event|
              event[:person_id] == signature.person_id && JSON.parse(event[:after])["sha256"] == signature.sha256
            end
          end
          unknown && "is #{unknown.meaning} by #{unknown.person.name}, and the events know nothing of it"
        end

        # @param event [String] action that told of each paper
        # @return [String, nil]
        # @raise [Tampered]
        def papers(row, event)
          kept = row.papers
          kept.each(&:bytes)
          known = Store::Journal.about_anywhere(row, event).map { |told| JSON.parse(told[:after])["sha256"] }
          return "has a paper of which the events know nothing" if kept.any? { |paper| !known.include?(paper.sha256) }

          "lacks a paper" if (1..row.signatures.size).any? { |n| kept.none? { |paper| paper.signature_count == n } }
        end
      end
    end
  end
end
