# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      # Takes over, in one's own name, what a package says that somebody elsewhere did: by the rules of here, as if one
      # had done it, with the name of whoever is said to have.
      module TakeOver
        # Those that are nobody's facts but their own: they come over as they are, in another name.
        PLAIN = %w[overloads aftermaths quarantine_entries fact_withdrawals upkeep_records earlier_verdicts
                   test_results watched_answers watched_releases certificates].freeze
        WAYS = { "judgements" => :judgement, "overrides" => :override, "instrument_checks" => :check,
                 "statement_withdrawals" => :withdrawal, "signatures" => :signature,
                 **PLAIN.to_h { |name| [name, :plain] } }.freeze
        REVIEWERS = %w[statement_withdrawals signatures watched_releases].freeze

        module_function

        # @return [Boolean] whether it can be taken over; what cannot is done again here and signed
        def takes?(table) = WAYS.key?(table)

        # One by one: what cannot be taken over is told, and the rest is.
        # @param ids [Array<Integer>]; @param reason [String] why it is believed
        # @return [Array<Hash>] id, taken, why_not
        # @raise [InvalidInput] without a reason
        def call(ids:, reason:, person_id:)
          person = People.fetch!(person_id)
          words = reason.to_s.strip
          if words.empty?
            raise InvalidInput.new("Say why you take it over: it stands in your name from then on",
                                   fields: { reason: "is missing" })
          end

          rows = Store::Models::Hearsay.where(id: ids).only_said.order(:id).all
          rows.map { |row| { id: row.id, **one(row, person, words) } }
        end

        def one(row, person, words)
          allowed!(row, person)
          Store::Database.write do
            Store::Models::Hearsay.where(id: row.id).for_update.first
            raise Conflict, "It was taken over already" if Store::Models::HearsayEnd[row.id]

            Ways.new(row, person, words).public_send(WAYS.fetch(row.table_name))
            end_it(row, person, words)
          end
          { taken: true, why_not: nil }
        rescue MildAnvil::Error => e
          { taken: false, why_not: e.message }
        end
        private_class_method :one

        def allowed!(row, person)
          unless takes?(row.table_name)
            raise InvalidInput, "It cannot be taken over: rate, conclude or prove it here and sign it"
          end
          return unless REVIEWERS.include?(row.table_name) && !person.roles.include?("reviewer")

          raise Forbidden, "A reviewer takes this over"
        end
        private_class_method :allowed!

        def end_it(row, person, words)
          Store::Models::HearsayEnd.create(hearsay_id: row.id, how: "taken over", reason: words[0, 400],
                                           person_id: person.id, created_at: Time.now)
          Store::Events.record(:take_over, row, person_id: person.id, lot_id: row.lot_id,
                                                after: { table: row.table_name, uid: row.row_uid, by: row.said_by,
                                                         package: row.package.uid, reason: words })
        end
        private_class_method :end_it
      end
    end
  end
end
