# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What is known of the shape of the population before anything broke: "normal" (strands, ductile metal),
      # "weibull" (the weakest place decides) or "unknown"; and why.
      Population = Struct.new(:shape, :reason, keyword_init: true) do
        # @param row [Hash, nil]
        def self.from_h(row) = row && new(**row.transform_keys(&:to_sym)).freeze

        def weakest_link? = shape == "weibull"
        def known? = %w[normal weibull].include?(shape)
      end
    end
  end
end
