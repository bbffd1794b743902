# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # What a display showed without load, before and after a pull: it may lie below zero.
      module Zeros
        FORM = /\A([-−+]?)(.*)\z/m

        module_function

        # @param lot [Store::Models::Lot]; @param before [Hash, nil] text, unit; @param after [Hash, nil]
        # @return [Hash] before, after: newtons; empty where nothing was typed
        # @raise [InvalidInput]
        def read(lot, before, after)
          { before: newtons(lot, before, :zero_before), after: newtons(lot, after, :zero_after) }.compact
        end

        def newtons(lot, typed, field)
          return if typed.nil? || typed[:text].to_s.strip.empty?

          sign, digits = typed[:text].strip.match(FORM).captures
          value = Figures.of(lot).parse({ text: digits, unit: typed[:unit] }, field: field, zero: true).value_si
          %w[- −].include?(sign) ? -value : value
        end
        private_class_method :newtons
      end
    end
  end
end
