# frozen_string_literal: true

module MildAnvil
  module Core
    module Practice
      # How each pull was judged, against what it was.
      class Review
        NEAR = 0.02 # of what was shown: typed as it was read
        # number, feature; counts_as, value_si as judged (nil: not judged); truth: Piece; right; words
        Row = Struct.new(:number, :feature, :counts_as, :value_si, :truth, :right, :words, keyword_init: true)
        # @param piece [Piece]
        # @param counts_as [String, nil]; @param value_si [Float, nil]
        # @param upper_si [Float, nil] of a value that lies between two
        # @param tolerance [Float] share by which the value may be off
        # @return [Row]
        def self.of(piece, counts_as, value_si, upper_si: nil, tolerance: NEAR)
          wrong = wrong(piece, counts_as, value_si, tolerance) || outside(piece, value_si, upper_si)
          words = wrong ? [wrong, piece.why].reject(&:empty?).join(" ") : ""
          Row.new(number: piece.number, feature: piece.feature, counts_as: counts_as, value_si: value_si, truth: piece,
                  right: wrong.nil?, words: words).freeze
        end

        def self.wrong(piece, counts_as, value_si, tolerance)
          return "It was not judged." if counts_as.nil?
          return "It is #{spelled(piece.counts_as)}, not #{spelled(counts_as)}." if counts_as != piece.counts_as
          return if %w[void between].include?(counts_as)

          away = (value_si - piece.shown_si) / piece.shown_si
          return if away.abs <= tolerance

          "Its value is #{format('%.0f', away.abs * 100)} % too #{away.positive? ? 'high' : 'low'}."
        end
        private_class_method :wrong

        def self.outside(piece, low_si, high_si)
          return if piece.counts_as != "between" || piece.strength_si.between?(low_si, high_si)

          "It held more than the upper one of the two readings."
        end
        private_class_method :outside

        WORDS = { "break" => "a break", "at_least" => "an at-least", "at_most" => "an at-most", "void" => "void",
                  "between" => "between two readings", "not_loaded" => "not loaded" }.freeze
        def self.spelled(kind) = WORDS.fetch(kind, kind)
        private_class_method :spelled
      end
    end
  end
end
