# frozen_string_literal: true

module MildAnvil
  module Core
    module Prepare
      # What follows from the dimensions of a piece: its section, and the distances that decide how an anchor fails.
      class Derived
        ROLES = %w[width thickness diameter length engaged_length embedment edge spacing other].freeze
        # Below so many embedments a cone is cut short.
        EDGE_EMBEDMENTS = 1.5
        SPACING_EMBEDMENTS = 3.0

        # @param dimensions [Hash{String => Measured}] by role; @param force [Float, nil] newtons, that it carried
        def initialize(dimensions, force: nil)
          @dimensions = dimensions
          @force = force
        end

        # The smallest section decides.
        # @return [Float, nil] square metres
        def area
          width, thickness, diameter = %w[width thickness diameter].map { |role| smallest(role) }
          return width * thickness if width && thickness

          Math::PI * (diameter**2) / 4 if diameter
        end

        # @return [Float, nil] pascals
        def stress = @force && area && (@force / area)

        # @return [Float, nil] newtons a metre
        def force_per_width = @force && smallest("width") && (@force / smallest("width"))

        # @return [Float, nil] newtons a metre of what is sewn, glued or screwed in
        def force_per_engaged_length = @force && smallest("engaged_length") && (@force / smallest("engaged_length"))

        def edge_ratio = ratio("edge")
        def spacing_ratio = ratio("spacing")

        # @return [Array<String>] what a careful colleague would say
        def cautions
          [short("edge", edge_ratio, EDGE_EMBEDMENTS), short("spacing", spacing_ratio, SPACING_EMBEDMENTS)].compact
        end

        private

        def smallest(role) = @dimensions[role]&.smallest

        def ratio(role)
          distance = smallest(role)
          depth = @dimensions["embedment"]&.mean
          distance && depth && (distance / depth)
        end

        def short(role, ratio, enough)
          return if ratio.nil? || ratio >= enough

          "The #{role} is #{format('%.2g',
                                   ratio)} embedments: below #{format('%g', enough)} a cone of concrete is cut short."
        end
      end
    end
  end
end
