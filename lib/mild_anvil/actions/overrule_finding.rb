# frozen_string_literal: true

module MildAnvil
  module Actions
    # Puts a person's own value beside a finding, or takes it back; the finding itself stays.
    module OverruleFinding
      module_function

      # @param kind [String] @param place [Integer] which one of its kind, from 0
      # @param at_seconds [Float, nil] where the person puts it; the force is then read from the curve unless it is given
      # @return [Store::Models::Pull]
      # @raise [InvalidInput, NotFound]
      def call(pull_id:, person_id:, kind:, place:, at_seconds: nil, force_newtons: nil, reason: "")
        Store::Database.write do
          pull, curve = curve_of(pull_id)
          person = People.fetch!(person_id)
          finding!(curve, kind, place)
          at_seconds = check!(curve, at_seconds, force_newtons)
          force_newtons ||= force_at(curve, at_seconds)
          Store::Models::FindingOverride.create(curve_id: curve.id, kind: kind, place: place, at_seconds: at_seconds, force_newtons: force_newtons, reason: reason.to_s.strip,
                                                person_id: person.id, created_at: Time.now)
          Audit.record(:overrule_finding, pull, person_id: person.id, kind: kind, place: place, at_seconds: at_seconds, force_newtons: force_newtons, reason: reason)
          settle(pull, curve, kind)
        end
      end

      # @raise [Conflict] when nothing was overruled there
      def undo(pull_id:, person_id:, kind:, place:)
        Store::Database.write do
          pull, curve = curve_of(pull_id)
          person = People.fetch!(person_id)
          last = Store::Models::FindingOverride.in_force(curve.id)[[kind, place]] || raise(Conflict.new("nothing was overruled there", kind: kind, place: place))
          Store::Models::FindingOverride.create(curve_id: curve.id, kind: kind, place: place, undoes_id: last.id, person_id: person.id, created_at: Time.now)
          Audit.record(:undo_overruling, pull, person_id: person.id, kind: kind, place: place, override: last.id)
          settle(pull, curve, kind)
        end
      end

      def curve_of(pull_id)
        pull = Store::Models::Pull.fetch!(pull_id).tap { |found| Store::Models::Lot.locked!(found.lot_id) }
        [pull, pull.curve || raise(InvalidInput.new("Pull #{pull.number} has no curve: only its peak was typed", pull: pull.number))]
      end
      private_class_method :curve_of

      def finding!(curve, kind, place)
        curve.findings.select { |f| f.kind == kind }[place] || raise(NotFound.new("this curve has no #{kind.tr('_', ' ')} number #{place + 1}", kind: kind, place: place))
      end
      private_class_method :finding!

      def check!(curve, at_seconds, force)
        raise InvalidInput.new("say where it is, or how much", fields: { at_seconds: "is missing" }) if at_seconds.nil? && force.nil?
        return at_seconds if at_seconds.nil? || at_seconds.between?(curve.start_seconds, curve.end_seconds)

        raise InvalidInput.new("the recording runs from #{format('%g', curve.start_seconds)} to #{format('%g', curve.end_seconds)} s", fields: { at_seconds: "lies outside" })
      end
      private_class_method :check!

      def force_at(curve, at_seconds)
        reading = Store::CurveWindow.new(curve, points: 10).sample_at(at_seconds)
        (reading * curve.sense) - curve.offset_newtons
      end
      private_class_method :force_at

      # What a pull reached follows its peak, found or overruled.
      def settle(pull, curve, kind)
        if kind == "peak"
          found = curve.findings.find { |f| f.kind == "peak" }
          peak = Store::Models::FindingOverride.in_force(curve.id)[["peak", 0]]&.force_newtons || found.force_newtons
          raise InvalidInput.new("a peak lies above zero", fields: { force_newtons: "must be above 0" }) unless peak.positive?

          pull.update(peak_newtons: peak)
          RefreshLot.call(pull.lot)
        end
        pull.refresh
      end
      private_class_method :settle
    end
  end
end
