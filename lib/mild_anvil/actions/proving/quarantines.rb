# frozen_string_literal: true

module MildAnvil
  module Actions
    module Proving
      # A piece that failed its proof is set aside: an inspector says why it failed and what becomes of it, and until
      # then its siblings are not pulled.
      module Quarantines
        UNDECIDED = "undecided"
        DISPOSITIONS = [UNDECIDED, *%w[scrapped repaired downgraded released]].freeze
        SHOWN = 30

        module_function

        # Opened by itself, once, for a proof that the piece failed; one that was stopped, or cut off, proved nothing
        # either way and may be done again.
        # @param run [Store::Models::Run]
        # @return [Store::Models::Quarantine, nil]
        def open_for(run)
          return if run.proof_state != "failed" || run.state == "interrupted"
          return if Store::Models::Quarantine.where(run_id: run.id).any?

          row = Store::Models::Quarantine.create(lot_id: run.lot_id, run_id: run.id, piece: piece(run),
                                                 found: found(run)[0, 400])
          Store::Events.record(:open_quarantine, row, person_id: run.person_id, lot_id: run.lot_id,
                                                      after: { piece: row.piece, found: row.found })
          row
        end

        # @param disposition [String] of DISPOSITIONS; @param inspector [String] by name
        # @raise [InvalidInput, Conflict] for a piece that was scrapped already
        def decide(id:, person_id:, inspector:, cause:, disposition: UNDECIDED, siblings_held: nil)
          person = People.fetch!(person_id)
          Store::Database.write do
            row = Store::Models::Quarantine.where(id: id).for_update.first ||
                  raise(NotFound, "there is no such piece in quarantine")
            named!(inspector, cause)
            raise Conflict, "#{row.piece} was scrapped: nothing more is decided of it" if scrapped?(row)

            held = siblings_held.nil? ? disposition == UNDECIDED : siblings_held
            entry = Store::Models::QuarantineEntry.create(quarantine_id: row.id, disposition: disposition,
                                                          inspector: inspector.strip, cause: cause.strip,
                                                          siblings_held: held, person_id: person.id)
            Store::Events.record(:decide_quarantine, row, person_id: person.id, lot_id: row.lot_id,
                                                          after: entry.values.slice(:disposition, :inspector, :cause,
                                                                                    :siblings_held))
            row.refresh
          end
        end

        # @return [Array<Store::Models::Quarantine>] those that hold their siblings
        def holding(lot) = rows(lot_id: lot.id).select { |row| row.latest.nil? || row.latest.siblings_held }

        # @return [Array<Hash>]
        def of_lot(lot) = rows(lot_id: lot.id).map { |row| shown(row) }

        # @return [Array<Hash>] nobody decided of yet, of every lot
        def undecided
          open = rows.select { |row| row.latest.nil? || row.latest.disposition == UNDECIDED }
          open.first(SHOWN).map { |row| shown(row) }
        end

        # @return [Boolean] whether a piece of the run may get a certificate
        def clear?(run) = run.quarantine.nil?

        def shown(row)
          { id: row.id, lot_id: row.lot_id, lot: row.lot.name, run_id: row.run_id, piece: row.piece, found: row.found,
            created_at: row.created_at, holding: row.latest.nil? || row.latest.siblings_held,
            disposition: row.latest&.disposition || UNDECIDED,
            entries: row.entries.map do |one|
              { **one.values.slice(:disposition, :inspector, :cause, :siblings_held, :created_at),
                person: one.person.name }
            end }
        end

        def rows(**where)
          all = Store::Models::Quarantine.reverse(:id)
          (where.empty? ? all : all.where(where)).eager(:lot,
                                                        entries: :person).all
        end
        private_class_method :rows

        def piece(run)
          specimen = run.pull&.feature&.specimen
          label = specimen && Planning::PieceOrder.label(specimen)
          return label if label

          run.specimen_number ? "Piece #{run.specimen_number}" : "The piece of pull #{run.pull&.number || '?'}"
        end
        private_class_method :piece

        # In the words of the step that failed.
        def found(run)
          failed = run.read(:results)&.fetch(:outcomes, nil).to_a.select { |one| one[:state] == "failed" }
          failed.filter_map { |one| one[:words] }.join("; ").then { |words| words.empty? ? "not passed" : words }
        end
        private_class_method :found

        def scrapped?(row) = row.latest&.disposition == "scrapped"
        private_class_method :scrapped?

        def named!(inspector, cause)
          wrong = { inspector: inspector, cause: cause }.select { |_, text| text.to_s.strip.empty? }.keys
          return if wrong.empty?

          raise InvalidInput.new("Who looked at it, and why it failed, are needed",
                                 fields: wrong.to_h { |key| [key, "is needed"] })
        end
        private_class_method :named!
      end
    end
  end
end
