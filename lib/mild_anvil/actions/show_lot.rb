# frozen_string_literal: true

module MildAnvil
  module Actions
    # All that the screens of one lot share: the lot, its job, what is asked, its summary, its pulls, its statements.
    module ShowLot
      COLUMNS = %i[id uid job_id name item_type material maker differs_from_use direction configuration
                   item_condition setup_class measurand display_unit specimens_planned relative_only reference_lot_id
                   version].freeze

      module_function

      # @return [Hash]
      def call(lot_id:)
        lot = Store::Models::Lot.fetch!(lot_id)
        facts = LotFacts.new(lot)
        { lot: lot.values.slice(*COLUMNS).merge(rated_parts: lot.rated_parts), job: job(lot.job),
          ask: ShowAsk.call(lot),
          summary: ReadSummary.of_lot(lot.id), pulls: PullRow.all(facts), statements: statements(lot),
          specimens: specimens(lot),
          loads: loads(lot), siblings: siblings(lot) }
      end

      def job(job) = job.values.slice(:id, :customer, :title, :purpose)
      private_class_method :job

      def statements(lot)
        lot.statements_dataset.eager(:person, :superseded_by, signatures: :person).all.map do |row|
          StatementRow.call(row)
        end
      end
      private_class_method :statements

      def specimens(lot)
        lot.specimens_dataset.eager(:features).all.map { |s| { number: s.number, features: s.features.map(&:name) } }
      end
      private_class_method :specimens

      def loads(lot)
        figures = Figures.of(lot)
        numbers = lot.specimens.to_h { |specimen| [specimen.id, specimen.number] }
        Store::Models::Load.of_lot(lot.id).all.map do |load|
          { id: load.id, specimen: numbers[load.feature.specimen_id], feature: load.feature.name, source: load.source,
            figure: figures.stated(load), at: load.at, note: load.note, person: load.person.name }
        end
      end
      private_class_method :loads

      def siblings(lot)
        lot.job.lots_dataset.exclude(id: lot.id).select_map(%i[id name]).map { |id, name| { id: id, name: name } }
      end
      private_class_method :siblings
    end
  end
end
