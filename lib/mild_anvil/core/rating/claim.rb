# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What somebody says the item carries.
      #
      # measure: strength, working_load, or share (of another item's strength, of_si). kind: minimum, average, typical
      # or unknown.
      # text and unit are as typed; direction and measurand are those it was made for.
      Claim = Struct.new(:value_si, :text, :unit, :measure, :kind, :factor, :every_piece, :source, :direction,
                         :measurand, :of_si,
                         :id, keyword_init: true) do
        # @param row [Hash] with names of any kind
        def self.from_h(row)
          row = row.transform_keys(&:to_sym)
          new(**row, measure: row[:measure]&.to_sym, kind: row[:kind]&.to_sym).freeze
        end

        # @return [Float, nil] the claimed strength; nil when a working load is claimed without its factor
        def strength_si
          case measure
          when :working_load then factor && (value_si * factor)
          when :share then of_si && (value_si * of_si)
          else value_si
          end
        end

        def of_the_mean? = %i[average typical].include?(kind)

        # @return [String, nil] why it cannot be held against what was tested
        def not_comparable(terms)
          return "It is claimed in #{direction}, and #{terms.direction} was tested." if differs?(direction,
                                                                                                 terms.direction)
          return "It is a claim of #{measurand}, and #{terms.measurand} was measured." if differs?(measurand,
                                                                                                   terms.measurand)
          return if strength_si

          measure == :share ? "The strength that it is a share of is not stated." : Claim::WITHOUT_FACTOR
        end

        private

        def differs?(own, tested) = !own.nil? && !tested.nil? && own.to_s != tested.to_s
      end

      class Claim
        WITHOUT_FACTOR = "A working load is claimed without the factor in it: no strength can be compared with it."
      end
    end
  end
end
