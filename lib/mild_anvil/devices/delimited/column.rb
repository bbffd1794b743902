# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # What a column of the file was taken for, and why. role "ignore" leaves it out; unit_column: index of the one
      # that holds its units, row by row.
      Column = Struct.new(:index, :header, :role, :unit, :unit_text, :unit_column, :sign, :main, :because, :confidence,
                          keyword_init: true) do
        def title = header.to_s.empty? ? "column #{index + 1}" : header

        def title_with_unit = unit || unit_text.to_s.empty? ? title : "#{title} in #{unit_text}"

        def to_h
          { index: index, header: title, role: role, unit: unit&.symbol, sign: sign, main: main || false,
            because: because, confidence: confidence }
        end
      end

      class Column
        ROLES = %w[time sample force displacement torque angle pressure temperature other ignore].freeze
        MEASURED = %w[force displacement torque angle pressure temperature other].freeze
        # A pull is judged by a force; a bolt by a torque.
        JUDGED = %w[force torque].freeze

        # A header may be nothing but a unit, unless the word means something by itself ("t" is a time before it is a
        # tonne).
        def self.bare?(text, units) = !units.find(text).nil? && (Vocabulary.role(text).nil? || text == "N")

        SPLITS = [/\A(.*?)\s*[\[(]\s*([^\])]*)\s*[\])]\s*\z/, %r{\A(.*?)\s+/\s*(\S+(?:\s\S+)?)\z},
                  /\A(.*?)\s+in\s+(\S+(?:\s\S+)?)\z/i,
                  /\A(.*?)\s*,\s*(\S+(?:\s\S+)?)\z/,
                  /\A(.*?)_(\S+)\z/, /\A(.*?)_([^_]+)\z/, /\A(.*?)\s+(\S+)\z/, %r{\A(.*?)/(\S+)\z},
                  /\A(.*?)\s*[-–.:]\s*(\S+)\z/].freeze
        # How sure a guess is: a choice or two signs that agree; one sign; the look of the values alone.
        CONFIDENCES = %w[certain likely guess].freeze

        # @return [Array(String, String)] name and unit text of a header such as "Force [kN]" or "Load_kgf"
        def self.split_header(text, units)
          SPLITS.each_with_index do |pattern, place|
            match = pattern.match(text.strip) or next
            return [match[1], match[2]] if units.find(match[2]) || (place.zero? && match[2] != "")
          end
          bare?(text.strip, units) ? ["", text.strip] : [text.strip, nil]
        end
      end
    end
  end
end
