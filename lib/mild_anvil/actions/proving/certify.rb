# frozen_string_literal: true

module MildAnvil
  module Actions
    module Proving
      # Gives out a certificate for a proof that was passed: drawn once, kept with its hash, never changed; a better one
      # replaces it and says so.
      module Certify
        NOT_COMPLETED = "The proof was not completed: it may be done again"
        WITNESS = %i[name body mark].freeze
        LOCK = "anvil-proof-certificates"

        module_function

        # @param witness [Hash] name, body, mark; empty where nobody witnessed it
        # @param reason [String] why it replaces the one that was given out
        # @return [Store::Models::ProofCertificate]
        # @raise [Conflict] in words, where none may be given
        def call(run_id:, person_id:, witness: {}, reason: "", once_key: nil)
          person = People.fetch!(person_id)
          witness = WITNESS.to_h { |key| [key, witness[key].to_s.strip] }
          request = { run: run_id, witness: witness, reason: reason }
          id = one_by_one(once_key, person, request) do
            run = Store::Models::Run.where(id: run_id).for_update.first || raise(NotFound, "there is no such run")
            refuse!(run, witness)
            keep(run, person, witness, replaced(run, reason), reason).id
          end
          Store::Models::ProofCertificate[id]
        end

        # Numbers follow each other: held until the one before is committed.
        def one_by_one(once_key, person, request, &block)
          Store::NamedLock.hold(LOCK) do
            OnceOnly.call(once_key, person_id: person.id, action: :certify, request: request, &block)
          end
        end
        private_class_method :one_by_one

        # Why none may be given, in words; nil: it may.
        # @param run [Store::Models::Run]
        # @return [String, nil]
        def against(run)
          return "This pull still goes on" if Benching::RunStates::GOING.include?(run.state)
          return NOT_COMPLETED if run.proof_state == "not_completed"
          return "Nothing was proved: the proof was not passed" unless run.state == "finished" && run.proof_passed
          return "#{run.quarantine.piece} is in quarantine" if run.quarantine

          lacking = LooseGears.of(run.lot_id).select { |row| row[:lacks] }
          return if lacking.empty?

          "Its loose gear is not in order: #{lacking.map { |row| "#{row[:name]} #{row[:lacks]}" }.join('; ')}"
        end

        # @return [Hash] what stands in the way, the loose gear, what was given out
        def show(run_id)
          run = Store::Models::Run.fetch!(run_id)
          given = run.certificates.map do |row|
            { **row.values.slice(:id, :number, :witness_name, :witness_body, :witness_mark, :examination_due,
                                 :load_test_due, :created_at, :replaces_id),
              person: Signing::Hand.name(row) }
          end
          { run_id: run.id, lot_id: run.lot_id, against: against(run), certificates: given,
            loose_gear: LooseGears.of(run.lot_id) }
        end

        def refuse!(run, witness)
          words = against(run)
          raise Conflict, words if words
          return if witness[:name] != "" || witness.except(:name).values.all?("")

          raise InvalidInput.new("A witness has a name", fields: { witness: "has no name" })
        end
        private_class_method :refuse!

        def replaced(run, reason)
          last = Store::Models::ProofCertificate.where(run_id: run.id).order(:id).last or return
          raise Conflict, "#{last.number} was given out for it: say why another one replaces it" if reason.strip.empty?

          last
        end
        private_class_method :replaced

        def keep(run, person, witness, replaces, reason)
          number = number!
          dues = Dues.after(run.ended_at.to_date)
          stated = facts(run, number, given(person, witness, replaces, reason), dues)
          content = CertificatePapers.kept(stated)
          row = Store::Models::ProofCertificate.new(
            number: number, run_id: run.id, replaces_id: replaces&.id, language: Papers::Laboratory.language(nil),
            content: content, examination_due: dues[:examination], load_test_due: dues[:load_test],
            address: Papers::Head.base, **witness.transform_keys { |key| :"witness_#{key}" },
            **Signing::Hand.columns(person, "certified", "certificate", **said(number, run, content))
          )
          draw(row, run, stated)
          Store::Events.record(:certify, row, person_id: person.id, lot_id: run.lot_id,
                                              after: { number: number, run: run.uid, sha256: row.sha256,
                                                       replaces: replaces&.number })
          row
        end
        private_class_method :keep

        # @return [Hash] what the seal of a certificate says of it
        def said(number, run, content)
          { number: number, name: run.lot.name, run: run.uid,
            text_sha256: OpenSSL::Digest::SHA256.hexdigest(content) }
        end

        def draw(row, run, stated)
          pdf = Documents::RunRecordPdf.render(stated, CertificatePapers.head(run, stated, row.language, of: row))
          pdf = Signing::Paper.seal(pdf, "certificate", row, 1)
          row.set(document: Sequel.blob(pdf), sha256: OpenSSL::Digest::SHA256.hexdigest(pdf)).save
        end
        private_class_method :draw

        # One after the other in a year; the schema holds them apart.
        def number!
          year = Time.now.year
          last = Store::Models::ProofCertificate.where(Sequel.like(:number, "PC-#{year}-%")).max(:number)
          format("PC-%d-%04d", year, last.to_s[/\d+\z/].to_i + 1)
        end
        private_class_method :number!

        def facts(run, number, given, dues)
          unit = Benching::RunRecord.unit_of(run, nil)
          stated = Benching::RunRecord.stated(run, unit)
          { **stated, title: "Proof certificate", number: number,
                      pairs: [["Certificate", number], *stated[:pairs], *given, *due(dues)],
                      loose_gear: LooseGears.of(run.lot_id).map { |row| gear(row) } }
        end
        private_class_method :facts

        def given(person, witness, replaces, reason)
          who = [witness[:name], witness[:body], witness[:mark] == "" ? "" : "mark #{witness[:mark]}"].reject(&:empty?)
          [["Given out by", "#{person.name}, #{Time.now.strftime('%-d %B %Y')}"], ["Witness", who.join(", ")],
           ["Replaces", replaces && "#{replaces.number}: #{reason}"]]
        end
        private_class_method :given

        def due(dues)
          shown = dues.transform_values { |day| day.strftime("%-d %B %Y") }
          [["Examine by", shown[:examination]], ["Load test by", shown[:load_test]],
           ["Ends at once by", Dues.ended_by.join("; ")]]
        end
        private_class_method :due

        def gear(row)
          "#{row[:name]}#{" #{row[:mark]}" unless row[:mark].empty?}: certificate #{row[:certificate]}, valid until " \
            "#{row[:valid_until]}"
        end
        private_class_method :gear
      end
    end
  end
end
