# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # Visual and non-destructive verdicts made before a piece is destroyed, and how they fared against its break.
      module Verdicts
        module_function

        # @return [Array<Hash>]
        def list(lot)
          of(lot).eager(:person, :specimen).all.map do |row|
            { id: row.id, specimen: PieceOrder.label(row.specimen), how: row.how, accepted: row.accepted,
              note: row.note,
              person: row.person.name, created_at: row.created_at }
          end
        end

        # Hits and misses: weak is a break below what is wanted or claimed, or a failed acceptance test.
        # @return [Hash]
        def table(lot)
          weak = weak_by_specimen(lot)
          earlier = of(lot).order(:id).all.to_h { |row| [row.specimen_id, !row.accepted] } # the last one stands
          pairs = earlier.filter_map { |id, rejected| [rejected, weak[id]] unless weak[id].nil? }
          found = Core::Acceptance::Detection.table(pairs)
          { **found.to_h, sentence: found.sentence }
        end

        def of(lot)
          Store::Models::EarlierVerdict.where(specimen_id: lot.specimens_dataset.select(:id), withdrawn_at: nil)
        end
        private_class_method :of

        # @return [Hash{Integer => Boolean}]
        def weak_by_specimen(lot)
          wanted = PlanWorld.of(lot).required_si
          by_break = wanted ? breaks(lot).transform_values { |value| value < wanted } : {}
          by_break.merge(tested(lot)) { |_, a, b| a || b }
        end
        private_class_method :weak_by_specimen

        def breaks(lot)
          Store::Models::Judgement.in_force(lot.id, counts_as: "break").to_h do |row|
            [row.pull.feature.specimen_id, row.value_si]
          end
        end
        private_class_method :breaks

        def tested(lot)
          progress = Acceptance.progress(lot) or return {}
          progress.rows.flat_map(&:verdicts).reject { |result, verdict| result.specimen.nil? || verdict.passed.nil? }
                  .group_by { |result, _| result.specimen }
                  .transform_values { |rows| rows.any? { |_, verdict| !verdict.passed } }
        end
        private_class_method :tested

        # @return [Store::Models::EarlierVerdict]
        # @raise [Conflict] once the piece was judged: it is no earlier verdict any more
        def note(specimen_id:, how:, accepted:, person_id:, note: "")
          person = People.fetch!(person_id)
          Store::Database.write do
            piece = Store::Models::Specimen[specimen_id] || raise(NotFound.new("there is no such specimen",
                                                                               id: specimen_id))
            lot = Store::Models::Lot.locked!(piece.lot_id)
            refuse_late!(lot, piece)
            row = Store::Models::EarlierVerdict.create(specimen_id: piece.id, how: how, accepted: accepted,
                                                       note: note.to_s, person_id: person.id)
            Store::Events.record(:note_verdict, row, person_id: person.id, lot_id: lot.id,
                                                     after: { specimen: piece.number, how: how, accepted: accepted })
            row
          end
        end

        def refuse_late!(lot, piece)
          judged = Store::Models::Judgement.in_force(lot.id).any? { |j| j.pull.feature.specimen_id == piece.id }
          return unless judged

          raise Conflict, "This piece was judged already: what is said of it now is no earlier verdict"
        end
        private_class_method :refuse_late!
      end
    end
  end
end
