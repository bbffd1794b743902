# frozen_string_literal: true

module MildAnvil
  module Actions
    module Planning
      # Sealed guesses: what somebody expects a piece to break at, unseen by others until it was judged, scored then.
      module Guesses
        module_function

        # @return [Store::Models::Guess]
        # @raise [Conflict] once the piece was pulled, or guessed by the same person
        def seal(specimen_id:, text:, unit:, person_id:)
          person = People.fetch!(person_id)
          Store::Database.write do
            piece = Store::Models::Specimen[specimen_id] || raise(NotFound.new("there is no such specimen",
                                                                               id: specimen_id))
            lot = Store::Models::Lot.locked!(piece.lot_id)
            refuse_late!(piece, person)
            typed = Figures.of(lot).parse({ text: text, unit: unit })
            row = Store::Models::Guess.create(specimen_id: piece.id, person_id: person.id, value_si: typed.value_si,
                                              text: typed.text, unit: typed.unit)
            # The journal says that one was made, and not what: it is read by others.
            Store::Events.record(:seal_guess, row, person_id: person.id, lot_id: lot.id,
                                                   after: { specimen: piece.number })
            row
          end
        end

        def refuse_late!(piece, person)
          unless Store::Models::Pull.of_specimen(piece.id).empty?
            raise Conflict, "This piece was pulled already: a guess comes before the pull"
          end
          return if Store::Models::Guess.where(specimen_id: piece.id, person_id: person.id).empty?

          raise Conflict, "You guessed this piece already: a sealed guess stays"
        end
        private_class_method :refuse_late!

        # @return [Hash] guesses: own ones and those whose piece was judged; sealed: how many others; scores by person
        def show(lot_id:, person_id:)
          lot = Store::Models::Lot.fetch!(lot_id)
          rows = Store::Models::Guess.where(specimen_id: lot.specimens_dataset.select(:id))
                                     .eager(:person, :specimen).order(:id).all
          found = broke(lot)
          open = rows.select { |row| found.key?(row.specimen_id) || row.person_id == person_id }
          { guesses: open.map { |row| shown(row, found, Figures.of(lot)) }, sealed: rows.size - open.size,
            scores: scores(rows, found) }
        end

        def broke(lot)
          Store::Models::Judgement.in_force(lot.id).to_h { |row| [row.pull.feature.specimen_id, row] }
        end
        private_class_method :broke

        def shown(row, found, figures)
          judged = found[row.specimen_id]
          { specimen: PieceOrder.label(row.specimen), person: row.person.name, figure: figures.stated(row),
            found: judged&.counts_as == "break" ? figures.reading(judged.value_si) : nil }
        end
        private_class_method :shown

        def scores(rows, found)
          rows.group_by { |row| row.person.name }.filter_map do |person, own|
            pairs = own.filter_map do |row|
              judged = found[row.specimen_id]
              [row.value_si, judged.value_si] if judged&.counts_as == "break"
            end
            score = Core::Plan::GuessScore.of(pairs)
            score && { person: person, guesses: score.guesses, off: per_cent(score.off_share),
                       tends: tends(score.bias_share) }
          end
        end
        private_class_method :scores

        WORDING = Core::Plan::Wording.new(Core::Plan::Wording::NEWTONS)
        private_constant :WORDING

        def per_cent(share) = WORDING.per_cent(share)
        private_class_method :per_cent

        def tends(bias)
          return "neither high nor low" if bias.abs < 0.005

          "#{per_cent(bias.abs)} too #{bias.positive? ? 'high' : 'low'}"
        end
        private_class_method :tends
      end
    end
  end
end
