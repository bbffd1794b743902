# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A machine that pulls, pushes or lets fall; what it does not tell about itself is nil.
      class Bench < Sequel::Model(:benches)
        include Record

        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :counting_instrument, class: "MildAnvil::Store::Models::Instrument"
        one_to_many :instruments, class: "MildAnvil::Store::Models::Instrument", key: :bench_id, order: :name do |rows|
          rows.where(retired_at: nil)
        end

        dataset_module do
          # @return [Array] those in use, by name
          def in_use = where(retired_at: nil).order(:name)
        end
      end
    end
  end
end
