# frozen_string_literal: true

module MildAnvil
  module Core
    module Quantity
      # The digits of a number that a person typed, with its marks. A comma with exactly three digits behind it may part
      # thousands or be a decimal mark: nobody is believed to have meant either, it is asked.
      module TypedNumber
        PLAIN = /\A\d+(?:[.,]\d+)?\z/
        # Both marks, or one of them several times: the number itself says what they are.
        BY_COMMAS = /\A[1-9]\d{0,2}(?:,\d{3})+(?:\.\d+)?\z/
        BY_POINTS = /\A[1-9]\d{0,2}(?:\.\d{3})+(?:,\d+)?\z/
        OPEN = /\A[1-9]\d{0,2},\d{3}\z/
        SPACES = "\u202F\u2009\u00A0 "
        MEANINGS = %i[decimal thousands].freeze

        module_function

        # @param text [String]
        # @return [String] without the spaces that part thousands
        def bare(text) = text.to_s.strip.delete(SPACES)

        # @return [Boolean] whether its comma may be either
        def open?(text) = OPEN.match?(bare(text))

        # @param comma [Symbol, nil] what it means where the number does not say: :decimal or :thousands
        # @return [String, nil] digits with a point; nil for what is no number, or where its comma is open
        def plain(text, comma: nil)
          digits = bare(text)
          return opened(digits, comma) if OPEN.match?(digits)
          return digits.tr(",", ".") if PLAIN.match?(digits)

          if BY_COMMAS.match?(digits) then digits.delete(",")
          elsif BY_POINTS.match?(digits) then digits.delete(".").tr(",", ".")
          end
        end

        def opened(digits, comma)
          case comma
          when :decimal then digits.tr(",", ".")
          when :thousands then digits.delete(",")
          end
        end
        private_class_method :opened

        # @param text [String] may lie below nothing
        # @return [Float, nil] nil for what is no number, or is open
        def float(text)
          sign, digits = bare(text).match(/\A([-−+]?)(.*)\z/m).captures
          found = plain(digits)
          found && (%w[- −].include?(sign) ? -found.to_f : found.to_f)
        end

        # @return [String] what is to be asked of an open one
        def question(text)
          digits = bare(text)
          "“#{digits}” may be #{meant(digits, :decimal)} or #{meant(digits, :thousands)}: type it without the comma, " \
            "or say which"
        end

        # @return [String] a number with its comma taken as that, without zeros that say nothing
        def meant(digits, comma)
          plain = plain(digits, comma: comma)
          plain.include?(".") ? plain.sub(/\.?0+\z/, "") : plain
        end
      end
    end
  end
end
