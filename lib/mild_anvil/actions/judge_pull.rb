# frozen_string_literal: true

module MildAnvil
  module Actions
    # Records what a pull counts as, with the reason and the person; or takes the last such judgement back.
    module JudgePull
      module_function

      # @param measurement_id [Integer, nil] that the person saw; refused when there is a newer one
      # @param stated [Hash, nil] text, unit: what it failed on the way to; @param upper [Hash, nil] what it did not
      #   reach
      # @return [Store::Models::Judgement]
      # @raise [InvalidInput] with every complaint of the rules at once
      # @raise [Conflict] when the value was overruled or corrected meanwhile
      def call(pull_id:, person_id:, counts_as:, measurement_id: nil, stated: nil, upper: nil, failed_part: nil,
               zone: nil, mode: nil,
               reason: "", once_key: nil)
        person = People.fetch!(person_id)
        details = { failed_part: failed_part, zone: zone, mode: mode, reason: reason.to_s.strip }
        request = { pull: pull_id, counts_as: counts_as, stated: stated, upper: upper, **details }
        id = OnceOnly.call(once_key, person_id: person.id, action: :judge_pull, request: request) do
          pull = Store::Models::Pull.locked!(pull_id)
          JudgeBlind.check!(pull, counts_as, details)
          judge(pull, person, JudgingCase.new(pull, counts_as, measurement_id, stated, upper, details), details).id
        end
        Store::Models::Judgement[id].tap { |row| RefreshLot.settle(row.pull.lot_id) }
      end

      # @raise [Conflict] when there is nothing to take back
      def undo(pull_id:, person_id:)
        person = People.fetch!(person_id)
        pull = Store::Database.write do
          pull = Store::Models::Pull.locked!(pull_id)
          last = pull.judgement || raise(Conflict.new("Pull #{pull.number} has no judgement to take back",
                                                      pull: pull.number))
          Store::Models::Judgement.create(pull_id: pull.id, person_id: person.id, undoes_id: last.id)
          refuse_second_failure!(pull, restored(pull))
          settle(pull, person, :undo_judgement, before: summary(last))
          pull.refresh
        end
        pull.tap { RefreshLot.settle(pull.lot_id) }
      end

      def judge(pull, person, kase, details)
        judged = kase.judged
        row = Store::Models::Judgement.create(pull_id: pull.id, person_id: person.id,
                                              measurement_id: kase.measurement&.id, **details,
                                              counts_as: judged.counts_as.to_s, value_si: judged.value_si,
                                              upper_si: judged.upper_si,
                                              complete: judged.complete, stated_text: kase.typed&.text,
                                              stated_unit: kase.typed&.unit)
        settle(pull, person, :judge_pull, after: summary(row))
        row
      end
      private_class_method :judge

      def summary(row)
        row.values.slice(:counts_as, :value_si, :upper_si, :failed_part, :zone, :mode, :reason, :measurement_id).compact
      end
      private_class_method :summary

      def restored(pull)
        pull.associations.delete(:judgements)
        pull.judgement
      end
      private_class_method :restored

      # Taking one judgement back may bring an earlier failure back, while another pull was judged to be it.
      def refuse_second_failure!(pull, judgement)
        other = Store::Models::FeatureFailure.pull_number(pull.feature_id, except: pull.id)
        return unless other && judgement && Core::Judgement::Rules.fails?(judgement.counts_as)

        raise Conflict.new("Taken back, pull #{pull.number} would be a failure of a feature that failed in pull " \
                           "#{other}. Take that " \
                           "judgement back first", pull: other)
      end
      private_class_method :refuse_second_failure!

      def settle(pull, person, action, **change)
        mark_failure(pull, restored(pull))
        Store::Events.record(action, pull, person_id: person.id, lot_id: pull.lot_id, **change)
        RefreshLot.mark(pull.lot)
      end
      private_class_method :settle

      def mark_failure(pull, judgement)
        own = Store::Models::Judgement.where(pull_id: pull.id).select(:id)
        Store::Models::FeatureFailure.where(feature_id: pull.feature_id, judgement_id: own).delete
        return unless judgement && Core::Judgement::Rules.fails?(judgement.counts_as)

        Store::Models::FeatureFailure.create(feature_id: pull.feature_id, judgement_id: judgement.id)
      end
      private_class_method :mark_failure
    end
  end
end
