# frozen_string_literal: true

module MildAnvil
  module Actions
    # All that the screens of one lot share: the lot, its job, what is asked, its summary, its pulls, its statements.
    module ShowLot
      COLUMNS = %i[id uid job_id name item_type material maker differs_from_use direction configuration
                   item_condition setup_class measurand display_unit specimens_planned relative_only reference_lot_id
                   version].freeze

      MOST_SIBLINGS = 200 # of a job, the newest: what a lot may be ranked against is chosen from them

      module_function

      # @return [Hash]
      def call(lot_id:)
        lot = Store::Models::Lot.fetch!(lot_id)
        facts = LotFacts.new(lot)
        { lot: lot.values.slice(*COLUMNS).merge(rated_parts: lot.rated_parts), job: job(lot.job),
          ask: ShowAsk.call(lot, facts.terms),
          summary: ReadSummary.of_lot(lot.id), pulls: PullRow.all(facts), statements: statements(lot),
          specimens: specimens(lot),
          loads: loads(lot, facts), siblings: siblings(lot),
          check: Chain::OfLotPage.line(facts.chain, lot), prepare: Prepare::ShowPrepare.new(lot, nil).line,
          found: FoundWords.call(facts, Planning::KeptPlan.new(lot).expected_si),
          heard: Packages::Heard.count(lot.id), comparison: Comparing::ShowCompare.line(lot), **planned(lot) }
      end

      def planned(lot)
        kept = Planning::KeptPlan.new(lot)
        { limits: kept.limits, plan: kept.line }
      end
      private_class_method :planned

      def job(job) = job.values.slice(:id, :customer, :title, :purpose)
      private_class_method :job

      def statements(lot)
        lot.statements_dataset.eager(:superseded_by, :supersedes, signatures: :person).all.map do |row|
          StatementRow.call(row)
        end
      end
      private_class_method :statements

      def specimens(lot)
        pieces = lot.specimens_dataset.eager(:features).all
        states = Prepare::PieceState.new(lot, pieces)
        pieces.map do |s|
          { id: s.id, number: s.number, label: s.label, trial: s.trial, state: s.state,
            features: s.features.map(&:name), warnings: states.words(s) }
        end
      end
      private_class_method :specimens

      def loads(lot, facts)
        figures = Figures.of(lot)
        rows = facts.stored_loads
        numbers = rows.empty? ? {} : lot.specimens.to_h { |specimen| [specimen.id, specimen.number] }
        rows.map do |load|
          { id: load.id, specimen: numbers[load.feature.specimen_id], feature: load.feature.name, source: load.source,
            figure: figures.stated(load), at: load.at, note: load.note, person: load.person.name }
        end
      end
      private_class_method :loads

      def siblings(lot)
        others = lot.job.lots_dataset.exclude(id: lot.id).order(Sequel.desc(:id)).limit(MOST_SIBLINGS)
        others.select_map(%i[id name]).reverse.map { |id, name| { id: id, name: name } }
      end
      private_class_method :siblings
    end
  end
end
