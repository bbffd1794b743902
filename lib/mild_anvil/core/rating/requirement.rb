# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What the use demands, from whom, and the band in which the realised factor should lie.
      #
      # measure: working_load, strength, or service: the highest load that was measured in use, from count readings.
      Requirement = Struct.new(:value_si, :text, :unit, :measure, :source, :factor_low, :factor_high, :count, :id,
                               keyword_init: true) do
        # @return [Boolean] whether it speaks of a load, not of a strength
        def load? = measure != :strength
      end
    end
  end
end
