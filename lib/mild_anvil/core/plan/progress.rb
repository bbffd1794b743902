# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # Where a lot stands and what comes next, from its counts alone.
      Progress = Struct.new(:planned, :pulled, :judged, :statement, :signed, keyword_init: true) do
        # @return [Symbol] :pull, :judge, :more, :sign or :done
        def next_step
          return :pull if pulled.zero?
          return :judge if judged < pulled
          return :pull if planned && pulled < planned
          return :done if signed

          statement&.minimum ? :sign : :more
        end

        # @return [Boolean] whether somebody has to do something
        def waits? = next_step != :done
      end
    end
  end
end
