# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # Certificates of an instrument: what a laboratory says of it, and until when.
      module Certificates
        module_function

        # @param given [Hash] number, issued_by, issued_on, expires_on, expanded {text, unit}, expanded_percent,
        #   coverage_factor, attachment_id
        # @raise [InvalidInput]
        def add(instrument_id:, given:, person_id:)
          person = People.fetch!(person_id)
          columns = columns(given)
          Store::Database.write do
            instrument = Store::Models::Instrument.locked!(instrument_id)
            row = Store::Models::Certificate.create(instrument_id: instrument.id, person_id: person.id, **columns)
            Store::Events.record(:add_certificate, row, person_id: person.id,
                                                        after: { instrument: instrument.name, number: row.number })
            RefreshInstrument.call(instrument)
            row
          end
        end

        def withdraw(id:, reason:, person_id:)
          Withdraw.call(Store::Models::Certificate, id, event: :withdraw_certificate, reason: reason,
                                                        person_id: person_id) do
            raise NotFound.new("there is no such certificate", id: id)
          end
        end

        def columns(given)
          issued = day(given, :issued_on)
          expires = given[:expires_on] && day(given, :expires_on)
          refuse!(issued, expires)
          { number: given[:number].to_s.strip, issued_by: given[:issued_by].to_s, issued_on: issued,
            expires_on: expires, coverage_factor: given[:coverage_factor] || 2.0,
            expanded_newtons: Core::Plan::TypedContent.new(given, Catalogue.units).si(:expanded, "force"),
            expanded_share: given[:expanded_percent]&.then { |p| p.to_f / 100 },
            attachment_id: given[:attachment_id] }.tap { |columns| needed!(columns) }
        end
        private_class_method :columns

        def refuse!(issued, expires)
          today = Time.now.to_date
          if issued > today
            raise InvalidInput.new("A certificate was issued in the past", fields: { issued_on: "has not come yet" })
          end
          return if expires.nil? || expires > issued

          raise InvalidInput.new("It runs out before it was issued", fields: { expires_on: "lies before its issue" })
        end
        private_class_method :refuse!

        def needed!(columns)
          missing = {}
          missing[:number] = "is needed" if columns[:number].empty?
          missing[:expanded] = "is needed" if columns.values_at(:expanded_newtons, :expanded_share).none?
          return if missing.empty?

          raise InvalidInput.new("A certificate has a number and an uncertainty, as an amount or in per cent",
                                 fields: missing)
        end
        private_class_method :needed!

        def day(given, name)
          Date.iso8601(given[name].to_s)
        rescue Date::Error
          raise InvalidInput.new("“#{given[name]}” is no date", fields: { name => "is no date" })
        end
        private_class_method :day
      end
    end
  end
end
