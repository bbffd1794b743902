# frozen_string_literal: true

module MildAnvil
  module Core
    module Acceptance
      # A plan to begin with: tests whose counts may follow from the piece's dimensions by a table of cases.
      class Template
        # @param row [Hash] name, source, repeats, tests; cases: [{when: {dimension: [above, up_to]}, counts: {...}}]
        def initialize(row) = @row = row

        # @param dimensions [Hash{String => Float}] SI
        # @return [Hash] name, source, repeats, tests with their counts; tests that a case leaves out are left out
        # @raise [InvalidInput] where no case covers the piece
        def for(dimensions)
          counts = counts(dimensions)
          tests = @row[:tests].filter_map do |test|
            count = counts ? counts[test[:key].to_sym].to_i : test[:count]
            test.except(:key).merge(count: count) if count.positive?
          end
          { **@row.slice(:name, :source), repeats: @row[:repeats] || 0, tests: tests }
        end

        private

        def counts(dimensions)
          return if @row[:cases].nil?

          found = @row[:cases].find do |row|
            row[:when].all? do |name, range|
              within?(dimensions.fetch(name.to_s), range)
            end
          end
          return found[:counts] if found

          raise InvalidInput.new("no case of this template covers such a piece", dimensions: dimensions)
        end

        # Above the first, up to the second; nil: no end. What a conversion of units leaves counts as on the edge.
        def within?(value, (above, up_to)) = value > above + EDGE && (up_to.nil? || value <= up_to + EDGE)

        EDGE = 1.0e-9 # metres
        private_constant :EDGE
      end
    end
  end
end
