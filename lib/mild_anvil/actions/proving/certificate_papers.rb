# frozen_string_literal: true

module MildAnvil
  module Actions
    module Proving
      # The papers of a certificate: the one that was given out; the same facts in another language, or marked as
      # replaced, drawn once each and kept.
      module CertificatePapers
        # Read again from the recording rather than kept twice: samples never change.
        SAMPLES = %i[curve].freeze

        module_function

        # @param language [String, nil] nil: that in which it was given out
        # @return [Array(String, String)] name and bytes
        # @raise [NotFound, InvalidInput]
        # @raise [Tampered] where its bytes are not those that were drawn
        def read(id, language: nil)
          row = Store::Models::ProofCertificate[id] || raise(NotFound, "there is no such certificate")
          place = { language: Papers::Laboratory.language(language || row.language),
                    standing: row.replaced_by ? "superseded" : "", address: Papers::Head.base }
          given_out = place == { language: row.language, standing: "", address: row.address }
          ["#{row.number}.pdf", given_out ? row.bytes : other(row, place).bytes]
        end

        # @param stated [Hash] see RunRecordPdf, with its number; @param of [Store::Models::ProofCertificate]
        # @return [Documents::Paper]
        def head(run, stated, language, standing = nil, of:)
          Papers::Head.call(title: stated[:title], name: stated[:subtitle], number: stated[:number], record: run,
                            language: language, standing: standing, signed: of, hands: 1)
        end

        # @param stated [Hash] see RunRecordPdf
        # @return [String] what a certificate keeps: with the unit and the rule of then, whatever the lot's are later
        def kept(stated) = JSON.generate({ **stated.except(*SAMPLES), unit: stated[:unit].symbol })

        def other(row, place)
          row.bytes # never from facts whose own paper was changed
          Store::Database.write do
            Store::Models::Run.where(id: row.run_id).for_update.first # two do not draw the same one
            row.papers_dataset.first(place) || draw(row, place)
          end
        end
        private_class_method :other

        def draw(row, place)
          bytes = Signing::Paper.seal(Documents::RunRecordPdf.render(*drawn(row, place)), "certificate", row, 1)
          sha256 = Store::Models::Document.sha256(bytes)
          Store::Events.record(:keep_certificate_paper, row, person_id: row.person_id, lot_id: row.run.lot_id,
                                                             after: { **place, sha256: sha256 })
          Store::Models::CertificatePaper.create(**place, certificate_id: row.id, sha256: sha256,
                                                          content: Sequel.blob(bytes))
        end
        private_class_method :draw

        def drawn(row, place)
          run = row.run
          kept = JSON.parse(row.content, symbolize_names: true)
          now = Benching::RunRecord.stated(run, Benching::RunRecord.unit_of(run, kept[:unit]))
          stated = { **now.slice(:rule), **kept, **now.slice(:curve, :unit) }
          stated.update(levels: kept[:levels].transform_keys(&:to_s), rule: shaped(stated[:rule]))
          [stated, head(run, stated, place[:language], standing(row.replaced_by), of: row)]
        end
        private_class_method :drawn

        # Marks and demands as they are drawn, from JSON.
        def shaped(rule)
          rule && { **rule, demands: rule[:demands].map { |one| { **one, shape: one[:shape].to_sym } } }
        end
        private_class_method :shaped

        def standing(better)
          return if better.nil?

          _, words = JSON.parse(better.content)["pairs"].assoc("Replaces")
          Documents::Paper::Standing.new(word: "superseded",
                                         line: "#{better.number}: #{words.to_s.split(': ', 2).last}")
        end
        private_class_method :standing
      end
    end
  end
end
