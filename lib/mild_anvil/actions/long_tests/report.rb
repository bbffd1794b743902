# frozen_string_literal: true

module MildAnvil
  module Actions
    module LongTests
      # What a long test came to, signed: the answer that was on the screen, what it rests on, and the words of whoever
      # signs. A complaint is closed by such a report.
      module Report
        MEANING = "reported"

        module_function

        # @param sha256 [String] of the answer on the screen; @param words [String] added to it, may be empty
        # @return [Store::Models::LongReport]
        # @raise [Conflict] when it says something else by now
        # @raise [InvalidInput]
        def sign(test_id:, sha256:, person_id:, words: "", once_key: nil)
          person = People.fetch!(person_id)
          request = { test: test_id, sha256: sha256, words: words }
          id = OnceOnly.call(once_key, person_id: person.id, action: :report_long_test, request: request) do
            test = Store::Models::LongTest.locked!(test_id)
            keep(test, sha256, words.to_s.strip, person).id
          end
          Store::Models::LongReport[id].tap { |row| Signing::Drawing.draw(row) }
        end

        # @raise [Forbidden, Conflict, Tampered]
        def review(id:, sha256:, person_id:)
          Signing::Countersign.call("report", id: id, sha256: sha256, person_id: person_id)
        end

        # @return [Array<Hash>] of a test, the newest first
        def of(test) = test.reports.reverse.map { |row| shown(row) }

        MOST_WAITING = 40

        # @return [Array<Hash>] that wait for a second hand
        def waiting
          reviewed = Store::Models::LongReportSignature.where(meaning: "reviewed").select(:report_id)
          rows = Store::Models::LongReport.exclude(id: reviewed).order(:id).limit(MOST_WAITING).eager(:test,
                                                                                                      :person).all
          rows.map do |row|
            { id: row.id, number: row.number, test_id: row.test_id, title: row.test.title, person: row.person.name,
              created_at: row.created_at }
          end
        end

        def shown(row)
          headline, words, altered = said(row)
          { id: row.id, number: row.number, test_id: row.test_id, sha256: row.sha256, headline: headline, words: words,
            altered: altered, reviewed: row.reviewed?, signatures: SignedContent.signatures(row) }
        end

        # What is seen: the sentences and what they rest on, not when they are looked at.
        # @param answer [Hash] plain; @param chart [Hash]
        # @return [Hash]
        def content(test, answer, chart)
          { rule_version: Setup::RULE_VERSION, kind: test.kind, title: test.title,
            started_at: test.started_at&.utc&.iso8601(3),
            terms: test.told(:terms), schedule: test.told(:schedule), programme: test.told(:programme),
            answer: answer, chart: chart,
            stations: test.stations.map { |row| station(row) },
            lot: test.lot&.values&.slice(:uid, :name) }
        end

        def said(row)
          body = row.frozen_body
          [body.dig("content", "answer", "headline"), body["words"], nil]
        rescue Tampered => e
          ["", "", e.message]
        end
        private_class_method :said

        def station(row)
          { name: row.name, terms: row.told(:terms),
            readings: row.readings.map do |r|
              { uid: r.uid, at: r.at.utc.iso8601(3), hours: r.hours, count: r.count, read: r.told, note: r.note }
            end,
            events: row.events.map do |e|
              { uid: e.uid, at: e.at.utc.iso8601(3), hours: e.hours, count: e.count, word: e.word, note: e.note }
            end }
        end
        private_class_method :station

        def keep(test, sha256, words, person)
          seen = Glance.of([test]).fetch(test.id)
          answer = ShowTest.whole(test, seen, Setup.hours(test, seen.setup.stations, Time.now))
          content = content(test, answer, seen.chart)
          unless Canonical.sha256(content) == sha256
            raise Conflict, "Not signed: the test says something else by now. Look at it again, then sign"
          end
          if seen.setup.stations.all? { |s| s.readings.empty? && s.ended.nil? }
            raise InvalidInput.new("Not signed. Nothing was read yet", fields: { readings: "are none" })
          end

          body = Canonical.text({ content: content, words: words })
          row = create(test, body, person)
          Store::Events.record(:report_long_test, row, person_id: person.id, lot_id: test.lot_id,
                                                       after: { number: row.number, sha256: row.sha256,
                                                                headline: answer[:headline] })
          row
        end
        private_class_method :keep

        def create(test, body, person)
          sha256 = OpenSSL::Digest::SHA256.hexdigest(body)
          same = Store::Models::LongReport.first(test_id: test.id, sha256: sha256)
          raise Conflict, "Not signed. Report #{same.number} says the same and is signed" if same

          number = Store::Models::LongReport.where(test_id: test.id).max(:number).to_i + 1
          row = Store::Models::LongReport.create(test_id: test.id, number: number, body: body, sha256: sha256,
                                                 rule_version: Setup::RULE_VERSION, person_id: person.id)
          Signing::Countersign.first("report", row, person, MEANING)
          row
        end
        private_class_method :create
      end
    end
  end
end
