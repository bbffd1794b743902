# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # Which instrument read a pull; position 0 is the one that counts.
      class PullInstrument < Sequel::Model(:pull_instruments)
        unrestrict_primary_key
        many_to_one :instrument, class: "MildAnvil::Store::Models::Instrument"
        many_to_one :pull, class: "MildAnvil::Store::Models::Pull"

        def counts? = position.zero?

        # @return [Float, nil] what the zero went from before the pull to after it, newtons
        def drift_newtons = zero_before_newtons && zero_after_newtons && (zero_after_newtons - zero_before_newtons)
      end
    end
  end
end
