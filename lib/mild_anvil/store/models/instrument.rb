# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A load cell or a dynamometer: its capacity, what the shop allows it, and what its checks say.
      class Instrument < Sequel::Model(:instruments)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :bench, class: "MildAnvil::Store::Models::Bench"
        one_to_many :certificates, class: "MildAnvil::Store::Models::Certificate", key: :instrument_id,
                                   order: %i[issued_on id] do |rows|
          rows.where(withdrawn_at: nil)
        end
        one_to_many :checks, class: "MildAnvil::Store::Models::InstrumentCheck", key: :instrument_id,
                             order: %i[checked_at id] do |rows|
          rows.where(withdrawn_at: nil)
        end
        one_to_many :overloads, class: "MildAnvil::Store::Models::Overload", key: :instrument_id, order: :at do |rows|
          rows.where(withdrawn_at: nil)
        end

        dataset_module do
          # @return [Array] those in use, by name
          def in_use = where(retired_at: nil).order(:name)
        end

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no instrument #{id}", id: id))

        # @return [Instrument] locked for this transaction
        # @raise [NotFound]
        def self.locked!(id) = where(id: id).for_update.first || fetch!(id)

        # The last good check says where; before there is one, what was typed from the certificate.
        def usable_low = checked_low_newtons || verified_low_newtons
        def usable_high = checked_high_newtons || verified_high_newtons

        # @return [Date, nil] the first of what runs out: the check, the certificate, what was typed
        def due = [checked_until&.localtime&.to_date, certificate_until, due_on].compact.min

        # @param day [Date]
        # @return [Boolean] whether it may not be trusted then: run out, failed or overloaded
        def lapsed?(day) = %w[failed overloaded].include?(checked_state) || (!due.nil? && due < day)
      end
    end
  end
end
