# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # Where a lot stands and what comes next, from its counts alone.
      #
      # minimum: whether there is one; nil while it is being computed. unsigned: nothing is signed of such a lot.
      Progress = Struct.new(:planned, :pulled, :judged, :incomplete, :minimum, :signed, :reviewed, :unsigned,
                            keyword_init: true) do
        # @return [Symbol] :pull, :judge, :more, :sign, :review or :done
        def next_step
          return :pull if pulled.zero?
          return :judge if judged < pulled || incomplete.to_i.positive?
          return :pull if planned && pulled < planned && !signed
          return signed_step if signed || unsigned

          minimum == false ? :more : :sign
        end

        # @return [Boolean] whether somebody has to do something
        def waits? = next_step != :done

        private

        def signed_step = unsigned || reviewed ? :done : :review
      end
    end
  end
end
