# frozen_string_literal: true

module MildAnvil
  module Actions
    # Adds a lot to a job, or changes what is asked of one; refuses to overwrite another person's change.
    module SaveLot
      PARTS = %i[claims requirements terms].freeze

      module_function

      # @param job_id [Integer]
      # @param values [Hash] columns of the lot; besides claims, requirements, terms as AskParts takes them
      # @return [Store::Models::Lot]
      # @param practice [Boolean] for a lesson
      def create(job_id:, values:, person_id:, practice: false)
        person = People.fetch!(person_id)
        job = Store::Models::Job.fetch!(job_id)
        raise Conflict, "Lots of practice are made by lessons" if job.practice? && !practice

        Store::Database.write do
          columns = columns(values, Catalogue.measurand(values[:measurand] || "force"))
          lot = Store::Models::Lot.new(job_id: job_id, differs_from_use: "", rated_parts: ["specimen"],
                                       person_id: person.id,
                                       direction: "tension", measurand: "force", **columns)
          check!(lot)
          lot.save
          AskParts.save(lot, { terms: {} }.merge(values.slice(*PARTS)), person.id)
          Store::Events.record(:create_lot, lot, person_id: person.id, lot_id: lot.id, after: values)
          RefreshLot.call(lot)
          lot
        end
      end

      # @param version [Integer, nil] of the lot as the person saw it
      # @raise [Conflict] when it was changed meanwhile
      def change(lot_id:, values:, person_id:, version: nil)
        person = People.fetch!(person_id)
        Store::Database.write do
          lot = Store::Models::Lot.locked!(lot_id)
          Stale.refuse!(lot, version, "this lot")
          before = values.except(*PARTS).keys.to_h do |key|
            [key, lot[key]]
          end.merge(AskParts.seen(lot, values.keys & PARTS))
          was = lot.measurand
          lot.set(version: lot.version + 1, **values.except(*PARTS))
          check!(lot, was: was)
          lot.save_changes
          AskParts.save(lot, values.slice(*PARTS), person.id)
          Store::Events.record(:change_lot, lot, person_id: person.id, lot_id: lot.id, before: before, after: values)
          RefreshLot.call(lot)
          lot
        end
      end

      def columns(values, measurand)
        given = values.except(*PARTS)
        given[:display_unit] ? given : given.merge(display_unit: measurand.units.first.symbol)
      end
      private_class_method :columns

      # @param was [String, nil] what it measured before
      def check!(lot, was: nil)
        Catalogue.measurand(lot.measurand).unit!(lot.display_unit)
        Library.item_type(lot.item_type)
        refuse_pulled_in_another!(lot, was)
        check_reference!(lot) if lot.reference_lot_id
        return unless lot.relative_only && lot.reference_lot_id.nil?

        raise InvalidInput.new("A lot that only ranks needs a reference lot", fields: { reference_lot_id: "is needed" })
      rescue InvalidInput => e
        raise e unless e.details[:fields]&.key?(:unit)

        raise InvalidInput.new(e.message, fields: { display_unit: e.details[:fields][:unit] })
      end
      private_class_method :check!

      # Readings taken as kilonewtons do not become newton metres by a change of heart.
      def refuse_pulled_in_another!(lot, was)
        return if was.nil? || was == lot.measurand || lot.pulls_dataset.empty?

        raise InvalidInput.new("This lot has pulls measured as #{was}",
                               fields: { measurand: "cannot change once something was pulled" })
      end
      private_class_method :refuse_pulled_in_another!

      def check_reference!(lot)
        other = Store::Models::Lot[lot.reference_lot_id]
        Practice::Apart.together!(lot, other) if other
        return if other && other.id != lot.id && other.measurand == lot.measurand && other.direction == lot.direction

        raise InvalidInput.new("The reference must be another lot, measured in the same quantity and direction",
                               fields: { reference_lot_id: "cannot be compared" })
      end
      private_class_method :check_reference!
    end
  end
end
