# frozen_string_literal: true

module MildAnvil
  module Actions
    module LongTests
      # The kinds of long test as a form needs them.
      module Kinds
        module_function

        # @return [Array<Hash>]
        def call
          Core::LongTest::Kinds.all.map do |kind|
            { key: kind.key, name: kind.title, purpose: kind.purpose, along: kind.along, caution: kind.caution,
              channels: kind.channels.map { |c| c.to_h.slice(:key, :name, :units, :needed, :choices) },
              terms: kind.terms.map { |t| term(t) }, station_terms: kind.station_terms.map { |t| term(t) },
              schedule: kind.stretches }
          end
        end

        def term(term) = term.to_h.slice(:key, :name, :quantity, :units, :default, :source)
        private_class_method :term
      end
    end
  end
end
