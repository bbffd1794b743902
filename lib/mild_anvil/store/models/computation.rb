# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What followed from certain inputs, keyed by their hash, so that it is computed once, in whatever process.
      class Computation < Sequel::Model(:computations)
        unrestrict_primary_key

        dataset_module do
          # @return [Sequel::Dataset] what waits to be computed, the oldest first
          def waiting = where(computed_at: nil).order(:created_at, :key)
        end

        def computed? = !content.nil?
        # @return [Hash] string keys
        def statement = JSON.parse(content)
        def frozen_inputs = JSON.parse(inputs)
      end
    end
  end
end
