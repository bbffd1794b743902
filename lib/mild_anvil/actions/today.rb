# frozen_string_literal: true

module MildAnvil
  module Actions
    # What waits, by the step it waits for, and what was done last.
    module Today
      STEPS = %w[judge pull sign more].freeze
      MOST = 60
      LATEST = 12

      module_function

      # @return [Hash] waiting: {step => lots}, latest: what was done, counts
      def call
        lots = ListLots.call(waiting: true)[:jobs].flat_map { |job| job[:lots].map { |lot| lot.merge(customer: job[:customer]) } }
        { waiting: STEPS.map { |step| { step: step, lots: lots.select { |lot| lot[:summary]["next_step"] == step }.first(MOST) } }.reject { |group| group[:lots].empty? },
          latest: latest, counts: Sequel::Model.db[:lot_summaries].group_and_count(:state).as_hash(:state, :count) }
      end

      def latest
        db = Sequel::Model.db
        db[:audit_entries].left_join(:people, id: :person_id).where(subject_type: "Pull", action: %w[judge_pull import_curve record_peak undo_judgement])
                          .join(:pulls, id: Sequel[:audit_entries][:subject_id]).join(:lots, id: Sequel[:pulls][:lot_id])
                          .order(Sequel.desc(Sequel[:audit_entries][:id])).limit(LATEST)
                          .select(Sequel[:audit_entries][:action].as(:action), Sequel[:audit_entries][:created_at].as(:created_at), Sequel[:people][:name].as(:person),
                                  Sequel[:pulls][:number].as(:number), Sequel[:pulls][:peak_newtons].as(:peak_newtons), Sequel[:pulls][:id].as(:pull_id),
                                  Sequel[:lots][:id].as(:lot_id), Sequel[:lots][:name].as(:lot), Sequel[:lots][:display_unit].as(:display_unit)).all
      end
      private_class_method :latest
    end
  end
end
