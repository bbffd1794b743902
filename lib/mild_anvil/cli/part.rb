# frozen_string_literal: true

module MildAnvil
  module Cli
    # One part of a longer answer.
    module Part
      # What the block gives; where it cannot be given, why, so that the other parts stand.
      #
      # @return [Object, Hash] { refused: String }
      def self.or_why
        yield
      rescue InsufficientData, InvalidInput => e
        { refused: e.message }
      end
    end
  end
end
