# frozen_string_literal: true

module MildAnvil
  module Actions
    # What the force rule and the rack need to know of a lot's pulls, claims and signatures, as plain values.
    module SummaryFacts
      module_function

      # @param facts [LotFacts]
      # @param inputs [Hash] of RatingInputs
      # @return [Hash] string keys, as in the API
      def call(facts, inputs)
        lot = facts.lot
        figures = Figures.of(lot)
        Canonical.plain({ planned: lot.specimens_planned, **counts(facts), marks: marks(facts, figures),
                          demonstration: lot.job.demonstration?, relative_only: lot.relative_only,
                          claims: lot.claims.map { |row| claim(row, figures) },
                          requirements: lot.requirements.map do |row|
                            { figure: figures.stated(row), measure: row.measure }
                          end,
                          last_change_seconds: facts.pulls.map do |p|
                            p.pulled_at.to_i
                          end.max, **signed(facts.lot, inputs) })
      end

      # @return [Hash] columns by which other lots look for a lender
      def described(facts)
        breaks = facts.sample.breaks_si
        described = Core::Statistics::Description.of(breaks) if breaks.any?
        { breaks: breaks.size, breaks_only: facts.sample.complete?, mean_si: described&.mean,
          standard_deviation_si: described&.standard_deviation }
      end

      # @param facts [Hash] string keys
      # @param rating [Hash, nil] string keys; nil while it is being computed
      # @return [String]
      def next_step(facts, rating)
        Core::Plan::Progress.new(planned: facts["planned"], pulled: facts["pulled"], judged: facts["judged"],
                                 incomplete: facts["incomplete"], minimum: rating && !rating["minimum"].nil?,
                                 signed: facts["signed_current"], reviewed: facts["reviewed"],
                                 unsigned: facts["demonstration"] || facts["relative_only"]).next_step.to_s
      end

      def counts(facts)
        pulls = facts.pulls.reject { |pull| facts.trial?(pull) } # they answer nothing that was asked
        judged = pulls.filter_map { |pull| facts.judgement(pull) }
        { pulled: pulls.size, judged: judged.size, incomplete: judged.count { |j| !j.complete },
          counts_in_words: facts.sample.in_words }
      end
      private_class_method :counts

      def marks(facts, figures)
        facts.pulls.zip(facts.placed).filter_map do |pull, placed|
          measured = facts.measurement(pull)
          value = placed.pull.value_si || measured&.value_si or next
          { pull_id: pull.id, number: pull.number, state: placed.state, counts_as: placed.pull.counts_as,
            value_si: value,
            upper_si: placed.pull.upper_si, preloaded: facts.preloaded?(pull),
            figure: figures.reading(value, measured&.resolution_si) }
        end
      end
      private_class_method :marks

      def claim(row, figures)
        stated = row.measure == "share" ? nil : figures.stated(row)
        core = Core::Rating::Claim.new(**row.values.slice(:value_si, :factor, :of_si), measure: row.measure.to_sym)
        strength = core.strength_si
        { figure: stated, measure: row.measure,
          strength: strength && (row.measure == "strength" ? stated : figures.reading(strength)) }
      end
      private_class_method :claim

      def signed(lot, inputs)
        last = Store::Models::Statement.where(lot_id: lot.id).order(:number).eager(:signatures).last
        return { signed_number: nil, signed_current: false, reviewed: false } if last.nil?

        { signed_number: last.number, signed_current: current?(last, inputs), reviewed: last.reviewed? }
      end
      private_class_method :signed

      # Whether what was signed still rests on the pulls, claims and item as they are; other terms may be tried at any
      # time.
      def current?(statement, inputs)
        return false if statement.withdrawal

        signed = statement.frozen_body.fetch("inputs")
        StatementChanges.between(signed, inputs, terms: false).empty?
      rescue Tampered
        false
      end
      private_class_method :current?
    end
  end
end
