# frozen_string_literal: true

module MildAnvil
  module Core
    module Outliers
      # Where each break would lie on a straight line if the family were right; values that are only bounds as arrows.
      module ProbabilityPlot
        # share: estimated share below; score: its place on the family's own scale; arrow: :right, :left or nil
        Point = Struct.new(:value_si, :share, :score, :arrow, keyword_init: true)

        module_function

        # @param values [Array<Array(Symbol, Float)>] [:break, :at_least or :at_most, SI]
        # @param family [Module] of Statistics::Families
        # @return [Array<Point>] in order of force
        # Source: Herd, 1960, and Johnson, 1964, in Nelson, Applied Life Data Analysis, 1982, chapter 4
        # Method: ranks raised past each piece known only to be stronger; share = (rank - 0.3)/(n + 0.4).
        def points(values, family)
          sorted = values.sort_by { |kind, force| [force, kind == :at_least ? 1 : 0] }
          rank = 0.0
          sorted.each_with_index.map do |(kind, force), i|
            left = sorted.size - i
            rank += (sorted.size + 1 - rank) / (left + 1) if kind != :at_least
            share = [(rank - 0.3) / (sorted.size + 0.4), 0.5 / (sorted.size + 0.4)].max
            Point.new(value_si: force, share: share, score: family.quantile(share),
                      arrow: { at_least: :right, at_most: :left }[kind])
          end
        end
      end
    end
  end
end
