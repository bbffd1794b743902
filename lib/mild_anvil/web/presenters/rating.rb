# frozen_string_literal: true

module MildAnvil
  module Web
    module Presenters
      # A statement with the working load limit at each stop of the factor slider.
      module Rating
        STOPS = [1.5, 2, 2.5, 3, 3.5, 4, 5, 6, 7, 8, 10, 12, 14].freeze

        module_function

        # @param rated [Actions::RateLot::Rated]
        # @return [Hash]
        def call(rated) = rated.statement.to_h.merge(stops: stops(rated.statement))

        def stops(statement)
          return [] if statement.minimum.nil?

          terms = statement.terms
          STOPS.map do |factor|
            limit = Core::Rating::WorkingLoad.limit(minimum_newtons: statement.minimum.newtons, factor: factor, unit: terms.unit, step: terms.marking_step)
            { factor: factor, text: limit.text, newtons: limit.newtons }
          end
        end
        private_class_method :stops
      end
    end
  end
end
