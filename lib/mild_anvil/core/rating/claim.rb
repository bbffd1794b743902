# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What somebody says the item carries. kind: minimum, average, typical or unknown; measure: strength or working_load.
      Claim = Struct.new(:newtons, :measure, :kind, :factor, :every_piece, :source, keyword_init: true) do
        # @return [Float, nil] the claimed strength; nil when a working load is claimed without its factor
        def strength_newtons
          return newtons unless measure == :working_load

          factor && (newtons * factor)
        end

        def of_the_mean? = %i[average typical].include?(kind)
      end
    end
  end
end
