# frozen_string_literal: true

module MildAnvil
  module Actions
    module Signing
      # The second signature under a signed text, whatever it is: a reviewer, who is not the one that signed first, has
      # looked at it. The same act again is the same answer.
      module Countersign
        MEANING = "reviewed"
        # model; its signatures and their reference; what it is called in a seal; the event that tells of it.
        Kind = Struct.new(:model, :signatures, :reference, :what, :event, keyword_init: true)
        KINDS = [
          Kind.new(model: Store::Models::Statement, signatures: Store::Models::Signature, reference: :statement_id,
                   what: "statement", event: :countersign_statement),
          Kind.new(model: Store::Models::Conclusion, signatures: Store::Models::ConclusionSignature,
                   reference: :conclusion_id, what: "conclusion", event: :review_conclusion),
          Kind.new(model: Store::Models::LongReport, signatures: Store::Models::LongReportSignature,
                   reference: :report_id, what: "report", event: :review_long_report)
        ].to_h { |kind| [kind.what, kind.freeze] }.freeze

        module_function

        # @param what [String] of KINDS
        # @param sha256 [String] of the text that the reviewer saw
        # @yieldparam row [Store::Models::SignedText] in the transaction, its owner locked, once it is signed
        # @return [Store::Models::SignedText]
        # @raise [Forbidden] for whoever signed it already, or is no reviewer any longer
        # @raise [Conflict] for another text, or one that counts no longer; [Tampered]
        def call(what, id:, sha256:, person_id:)
          person = People.fetch!(person_id)
          kind = KINDS.fetch(what)
          row = kind.model.fetch!(id)
          Store::Database.write do
            row.lock_owner
            row.refresh
            next if stands?(row, sha256, person)

            check!(row, sha256, person)
            sign(kind, row, person)
            yield row if block_given?
          end
          row.refresh.tap { |signed| Drawing.draw(signed) }
        end

        # The first hand under a text that was just written.
        # @param kind [String]; @param meaning [String]
        def first(what, row, person, meaning) = put(KINDS.fetch(what), row, person, meaning)

        # @return [Hash] what the seal of a hand under a text says of it
        def said(what, row)
          { what: what, uid: row.uid, number: row.number, text_sha256: row.sha256 }
        end

        def stands?(row, sha256, person)
          row.sha256 == sha256 && row.signatures.any? { |s| s.person_id == person.id && s.meaning == MEANING }
        end
        private_class_method :stands?

        def sign(kind, row, person)
          put(kind, row, person, MEANING)
          Store::Events.record(kind.event, row, person_id: person.id, lot_id: row.of_lot_id,
                                                after: { number: row.number, sha256: row.sha256 })
        end
        private_class_method :sign

        def put(kind, row, person, meaning)
          hand = Hand.columns(person, meaning, kind.what, **said(kind.what, row).except(:what), name: row.about)
          row.associations.delete(:signatures)
          kind.signatures.create(kind.reference => row.id, meaning: meaning, sha256: row.sha256, **hand)
        end
        private_class_method :put

        def check!(row, sha256, person)
          row.frozen_body # refuses a text that is no longer what was signed
          unless row.sha256 == sha256
            raise Conflict.new("This is not the #{row.called.split.first.downcase} that was signed: load it again",
                               sha256: row.sha256)
          end
          raise Conflict, "#{row.called} is reviewed already" if row.reviewed?

          if row.signatures.any? { |s| s.person_id == person.id }
            raise Forbidden, "Somebody else than whoever signed first reviews it"
          end

          counts!(row)
          in_order!(row)
        end
        private_class_method :check!

        def counts!(row)
          why = row.no_longer or return
          raise Conflict, "#{row.called} #{why}"
        end
        private_class_method :counts!

        # Nothing is reviewed before it was signed: where it would look so, a clock is wrong.
        def in_order!(row)
          signed = row.signatures.map(&:created_at).max
          return if signed.nil? || signed <= Time.now

          raise Conflict, "#{row.called} was signed at #{signed.utc.strftime('%Y-%m-%d %H:%M:%S')} UTC, and this " \
                          "machine's clock says it is not that late. Set the clock, then review"
        end
        private_class_method :in_order!
      end
    end
  end
end
