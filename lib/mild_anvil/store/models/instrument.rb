# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A load cell or a dynamometer: its capacity, and the range in which it was verified.
      class Instrument < Sequel::Model(:instruments)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :bench, class: "MildAnvil::Store::Models::Bench"

        dataset_module do
          # @return [Array] those in use, by name
          def in_use = where(retired_at: nil).order(:name)
        end

        # @param day [Date]
        # @return [Boolean] whether its check has lapsed by then
        def lapsed?(day) = !due_on.nil? && due_on < day
      end
    end
  end
end
