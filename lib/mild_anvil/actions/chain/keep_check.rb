# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # A check is looked at before it is kept: what is signed is what was seen, by its hash.
      module KeepCheck
        RULE_VERSION = "2"

        module_function

        # @return [Hash] what it comes to, with the hash that signing it names
        # @raise [InvalidInput, InsufficientData]
        def preview(instrument_id:, given:, unit: nil)
          instrument = Store::Models::Instrument.fetch!(instrument_id)
          typed = TypedCheck.new(instrument, given)
          result = CheckRows.computed(typed.columns, typed.series)
          ShowCheck.computed(instrument, typed, result, unit: unit).merge(sha256: sha256(instrument, typed, result))
        end

        # @param sha256 [String] of what was seen
        # @return [Store::Models::InstrumentCheck]
        # @raise [Conflict] when it is not what was seen
        def keep(instrument_id:, given:, sha256:, person_id:, once_key: nil)
          person = People.fetch!(person_id)
          id = OnceOnly.call(once_key, person_id: person.id, action: :keep_check,
                                       request: { instrument: instrument_id, sha256: sha256 }) do
            write(Store::Models::Instrument.locked!(instrument_id), given, sha256, person).id
          end
          Store::Models::InstrumentCheck.fetch!(id)
        end

        def write(instrument, given, sha256, person)
          typed = TypedCheck.new(instrument, given)
          result = CheckRows.computed(typed.columns, typed.series)
          if sha256(instrument, typed, result) != sha256
            raise Conflict, "Not signed: the check is not what was on the screen. Look at it again"
          end

          refuse_again!(instrument, sha256)
          low, high = result.range
          check = Store::Models::InstrumentCheck.create(instrument_id: instrument.id, passed: result.passed?,
                                                        low_newtons: low, high_newtons: high, sha256: sha256,
                                                        rule_version: RULE_VERSION, **typed.columns,
                                                        **hand(person, instrument, sha256))
          keep_points(check, typed.points)
          Store::Events.record(:keep_check, check, person_id: person.id,
                                                   after: { instrument: instrument.name, passed: check.passed,
                                                            sha256: sha256 })
          RefreshInstrument.call(instrument)
          check
        end
        private_class_method :write

        # @return [Hash] columns of the hand under a check
        def hand(person, instrument, sha256)
          Signing::Hand.columns(person, "checked", "check", name: instrument.name, instrument: instrument.uid,
                                                            text_sha256: sha256)
        end

        # The same readings at the same moment are one check.
        def refuse_again!(instrument, sha256)
          return if Store::Models::InstrumentCheck.where(instrument_id: instrument.id, sha256: sha256,
                                                         withdrawn_at: nil).empty?

          raise Conflict, "This check was signed already"
        end
        private_class_method :refuse_again!

        # @param reason [String]
        # @raise [InvalidInput] without one
        def withdraw(check_id:, reason:, person_id:)
          Withdraw.call(Store::Models::InstrumentCheck, check_id, event: :withdraw_check, reason: reason,
                                                                  person_id: person_id) do
            Store::Models::InstrumentCheck.fetch!(check_id)
            raise Conflict, "This check was withdrawn already"
          end
        end

        def keep_points(check, points)
          points.each_with_index do |point, i|
            Store::Models::CheckPoint.create(check_id: check.id, position: i, **point)
          end
        end

        def sha256(instrument, typed, result)
          CheckSeal.call([instrument], typed.columns, typed.points, CheckSeal.verdict(result.passed?, *result.range))
        end
        private_class_method :sha256
      end
    end
  end
end
