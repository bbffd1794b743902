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
        # @return [String, nil] what is wrong with its papers; those that were never drawn are not there yet
        # @raise [Tampered]
        def papers(row, event)
          kept = row.papers
          kept.each(&:bytes)
          known = Store::Journal.about_anywhere(row, event).map { |told| JSON.parse(told[:after]) }
          return "has a paper of which the events know nothing" if kept.any? do |paper|
            known.none? do |k|
              k["sha256"] == paper.sha256
            end
          end

          gone = known.map { |told| told["signature_count"] }.uniq - kept.map(&:signature_count)
          "lacks a paper that was drawn" if gone.any?
        end

        # @return [Integer] how many are still to be drawn
        def waiting(row) = ((1..row.signatures.size).to_a - row.papers.map(&:signature_count)).size
      end
    end
  end
end
