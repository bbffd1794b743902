# frozen_string_literal: true

module MildAnvil
  module Actions
    module Comparing
      # Signs what a person saw of a comparison: the sentences that were chosen, what they rest on, and their own words.
      module Conclude
        MEANING = "concluded"

        module_function

        # @param sha256 [String] of the comparison on the screen
        # @param keys [Array<String>] of the sentences that are concluded
        # @param words [String] what the person adds, may be empty
        # @param asked [Hash] with, against, by, confidence as shown
        # @return [Store::Models::Conclusion]
        # @raise [Conflict] when it says something else by now
        # @raise [InvalidInput]
        def call(lot_id:, sha256:, keys:, person_id:, words: "", once_key: nil, **asked)
          person = People.fetch!(person_id)
          request = { lot: lot_id, sha256: sha256, keys: keys, words: words, asked: asked }
          id = OnceOnly.call(once_key, person_id: person.id, action: :conclude, request: request) do
            shown = ShowCompare.new(lot_id: lot_id, **asked)
            sign(shown, sha256, keys, words.to_s.strip, person).id
          end
          Store::Models::Conclusion[id].tap { |row| Signing::Drawing.draw(row) }
        end

        def sign(shown, sha256, keys, words, person)
          shown.lots.sort_by(&:id).each { |lot| Store::Models::Lot.locked!(lot.id) }
          study = shown.study
          unless study && shown.sha256(study) == sha256
            raise Conflict, "Not signed: the comparison says something else by now. Look at it again, then sign"
          end

          sentences = chosen(study, keys)
          refuse!(shown.lot, sentences)
          keep(shown, study, sentences, words, person)
        end
        private_class_method :sign

        def chosen(study, keys)
          known = study["conclusions"].to_h { |row| [row["key"], row["text"]] }
          unknown = keys - known.keys
          if unknown.any?
            raise InvalidInput.new("There is no such sentence: #{unknown.join(', ')}",
                                   fields: { keys: "are not known" })
          end

          keys.uniq.map { |key| known.fetch(key) }
        end
        private_class_method :chosen

        def refuse!(lot, sentences)
          if lot.job.demonstration?
            raise InvalidInput.new("Not signed. A demonstration concludes nothing",
                                   fields: { lot: "is a demonstration" })
          end
          return if sentences.any?

          raise InvalidInput.new("Not signed. Choose what is concluded", fields: { keys: "are empty" })
        end
        private_class_method :refuse!

        def keep(shown, study, sentences, words, person)
          lot = shown.lot
          of = lot.values.slice(:uid, :name).merge(customer: lot.job.customer, job: lot.job.title)
          body = Canonical.text({ inputs: shown.inputs, content: study, sentences: sentences, words: words, lot: of })
          sha256 = OpenSSL::Digest::SHA256.hexdigest(body)
          refuse_twice!(lot, sha256)
          row = create(lot, body, sha256, study, person)
          row.keep_lots(shown.lots.map(&:id))
          Signing::Countersign.first("conclusion", row, person, MEANING)
          Store::Events.record(:conclude, row, person_id: person.id, lot_id: lot.id,
                                               after: { number: row.number, sha256: sha256, sentences: sentences })
          row
        end
        private_class_method :keep

        def create(lot, body, sha256, study, person)
          Store::Models::Job.where(id: lot.job_id).for_update.first # numbers follow each other
          last = Store::Models::Conclusion.where(job_id: lot.job_id).max(:number).to_i
          Store::Models::Conclusion.create(job_id: lot.job_id, lot_id: lot.id, number: last + 1, body: body,
                                           sha256: sha256, rule_version: study["rule_version"], person_id: person.id)
        end
        private_class_method :create

        def refuse_twice!(lot, sha256)
          same = Store::Models::Conclusion.first(job_id: lot.job_id, sha256: sha256) or return

          raise InvalidInput.new("Not signed. Conclusion #{same.number} says the same and is signed",
                                 fields: { sha256: "is signed already" })
        end
        private_class_method :refuse_twice!
      end
    end
  end
end
