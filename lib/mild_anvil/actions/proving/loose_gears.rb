# frozen_string_literal: true

module MildAnvil
  module Actions
    module Proving
      # Hooks, blocks and shackles that belong to what is proved: without a valid certificate of each, none is given
      # for the whole.
      module LooseGears
        module_function

        # @param valid_until [String, nil] ISO date
        # @raise [InvalidInput]
        def add(lot_id:, person_id:, name:, mark: "", certificate: "", valid_until: nil)
          person = People.fetch!(person_id)
          raise InvalidInput.new("Loose gear needs a name", fields: { name: "is needed" }) if name.strip.empty?

          Store::Database.write do
            lot = Store::Models::Lot.fetch!(lot_id)
            told = { name: name.strip, mark: mark, certificate: certificate, valid_until: date(valid_until) }
            row = Store::Models::LooseGear.create(lot_id: lot.id, person_id: person.id, **told)
            Store::Events.record(:add_loose_gear, row, person_id: person.id, lot_id: lot.id, after: told)
            row
          end
        end

        def remove(id:, person_id:)
          person = People.fetch!(person_id)
          Store::Database.write do
            row = Store::Models::LooseGear.where(id: id, removed_at: nil).for_update.first ||
                  raise(NotFound, "there is no such loose gear")
            row.update(removed_at: Time.now)
            Store::Events.record(:remove_loose_gear, row, person_id: person.id, lot_id: row.lot_id)
            row
          end
        end

        # @return [Array<Hash>] with what is missing of each
        def of(lot_id, on: Time.now.to_date)
          Store::Models::LooseGear.where(lot_id: lot_id, removed_at: nil).order(:id).all.map do |row|
            { **row.values.slice(:id, :name, :mark, :certificate, :valid_until), lacks: lacks(row, on) }
          end
        end

        # @return [String, nil]
        def lacks(row, day)
          return "has no certificate" if row.certificate.strip.empty?
          return "has a certificate without an end" if row.valid_until.nil?

          "has a certificate that ended on #{row.valid_until}" if row.valid_until < day
        end

        def date(text)
          text.to_s.empty? ? nil : Date.iso8601(text)
        rescue Date::Error
          raise InvalidInput.new("“#{text}” is no date", fields: { valid_until: "is no date" })
        end
        private_class_method :date
      end
    end
  end
end
