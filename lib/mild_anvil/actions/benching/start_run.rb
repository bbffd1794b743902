# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # Begins a pull on a bench, once everything before it was looked at and nothing stands in the way.
      #
      # The bench is claimed first, by one; then the recorder's word alone decides what becomes of it (Handshake).
      module StartRun
        module_function

        # @param checklist [Hash{Symbol => Boolean}]; @param reason [String, nil] why what stands in the way does not
        # @param roles [Array<String>] of whoever overrules
        # @param machine [String, nil] the identity that the person saw, where it is not the one of last time
        # @return [Store::Models::Run] recording
        # @raise [InvalidInput, Conflict, Forbidden]
        def call(lot_id:, procedure:, checklist:, person_id:, roles:, reason: nil, specimen_number: nil,
                 feature_name: nil, machine: nil, once_key: nil)
          person = People.fetch!(person_id)
          lot = Store::Models::Lot.fetch!(lot_id)
          Practice::Apart.real!(lot, "It is pulled in its lesson, not on a bench")
          readiness = Readiness.new(lot)
          bench = bench!(readiness)
          place = place!(lot, specimen_number, feature_name)
          content, made = Procedures.of(procedure, readiness)
          against = overruled!(readiness.refusals(made), reason, roles)
          looked!(checklist)
          machine = Machine.meant!(bench, machine)
          id = OnceOnly.call(once_key, person_id: person.id, action: :start_run,
                                       request: { lot: lot_id, procedure: procedure, piece: specimen_number }) do
            ClaimBench.call(readiness, bench, person, procedure: content, made: made, checklist: checklist,
                                                      reason: reason, against: against, place: place,
                                                      machine: machine).id
          end
          Handshake.call(Store::Models::Run.fetch!(id), readiness, made)
        end

        def bench!(readiness)
          bench = readiness.bench or raise Conflict, "No bench is planned for this lot: choose one in its plan"
          raise Conflict, "#{bench.name} is not driven from here: it has no address" if bench.address.to_s.empty?

          bench
        end
        private_class_method :bench!

        # A piece that the lot has, and a place on it; without a list, the one that is named is made.
        # @return [Hash]
        def place!(lot, number, feature)
          listed = lot.specimens_dataset
          if number && listed.any? && listed.where(number: number).empty?
            raise InvalidInput.new("This lot has no piece #{number}", fields: { specimen_number: "is not in the lot" })
          end

          { specimen_number: number, feature_name: feature }
        end
        private_class_method :place!

        def looked!(checklist)
          left = Readiness::CHECKLIST.reject { |key, _| checklist[key] }
          return if left.empty?

          raise InvalidInput.new("The bench does not arm before everything was looked at: #{left.values.first}",
                                 fields: left.to_h { |key, _| [:"checklist.#{key}", "was not looked at"] })
        end
        private_class_method :looked!

        # Whoever may not overrule is told so before anything else.
        def overruled!(refusals, reason, roles)
          return [] if refusals.empty?

          words = refusals.map { |row| row[:words] }
          unless roles.include?("reviewer")
            raise Conflict, "The bench does not arm: #{words.join('; ')}" if reason.to_s.strip.empty?

            raise Forbidden, "Only a reviewer arms against that: #{words.first}"
          end
          raise Conflict, "The bench does not arm: #{words.join('; ')}" if reason.to_s.strip.empty?

          refusals
        end
        private_class_method :overruled!
      end
    end
  end
end
