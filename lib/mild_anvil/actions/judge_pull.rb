# frozen_string_literal: true

module MildAnvil
  module Actions
    # Records what a pull counts as, with the reason and the person; or takes the last such judgement back.
    module JudgePull
      module_function

      # @return [Store::Models::Judgement]
      # @raise [InvalidInput] for a void without a cause, or a value that cannot be
      def call(pull_id:, person_id:, counts_as:, force_newtons: nil, upper_newtons: nil, failed_part: nil, zone: nil, mode: nil, reason: "")
        Store::Database.write do
          pull = Store::Models::Pull.fetch!(pull_id).tap { |found| Store::Models::Lot.locked!(found.lot_id) }
          person = People.fetch!(person_id)
          check!(pull, counts_as, force_newtons, upper_newtons, reason)
          judgement = Store::Models::Judgement.create(pull_id: pull.id, person_id: person.id, counts_as: counts_as, force_newtons: force_newtons, upper_newtons: upper_newtons,
                                                      failed_part: failed_part, zone: zone, mode: mode, reason: reason.to_s.strip, created_at: Time.now)
          Audit.record(:judge_pull, pull, person_id: person.id, counts_as: counts_as, reason: reason)
          RefreshLot.call(pull.lot)
          judgement
        end
      end

      # @raise [Conflict] when there is nothing to take back
      def undo(pull_id:, person_id:)
        Store::Database.write do
          pull = Store::Models::Pull.fetch!(pull_id).tap { |found| Store::Models::Lot.locked!(found.lot_id) }
          person = People.fetch!(person_id)
          last = pull.judgement || raise(Conflict.new("Pull #{pull.number} has no judgement to take back", pull: pull.number))
          Store::Models::Judgement.create(pull_id: pull.id, person_id: person.id, undoes_id: last.id, created_at: Time.now)
          Audit.record(:undo_judgement, pull, person_id: person.id, judgement: last.id)
          RefreshLot.call(pull.lot)
          pull.refresh
        end
      end

      def check!(pull, counts_as, force, upper, reason)
        raise InvalidInput.new("A void needs a cause other than its value: say what went wrong", fields: { reason: "is needed for a void" }) if counts_as == "void" && reason.to_s.strip.empty?
        raise InvalidInput.new("The cell was at its end, so this peak is a lower bound: count it as “at least”, or void", fields: { counts_as: "cannot be break" }) if counts_as == "break" && pull.peak_is_lower_bound

        Core::Rating::Observation.checked(counts_as: counts_as, force_newtons: force || pull.peak_newtons, upper_newtons: upper)
      end
      private_class_method :check!
    end
  end
end
