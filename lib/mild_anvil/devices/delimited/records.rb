# frozen_string_literal: true

module MildAnvil
  module Devices
    module Delimited
      # A log whose every line says by itself what its values are, "t=0.1; F=12.5 kN" or {"t": 0.1, "F": 12.5}, as a
      # table: its keys become the names of the columns, every line stays on its line.
      class Records
        PROBE_LINES = 200
        FEWEST = 3
        MOSTLY = 0.6 # of the lines are records
        MOST_KEYS = 256
        DELIMITER = "\t"

        # @param text [Text]
        # @return [Text] of a table, with given heads; the same text where its lines are no records
        def self.turned(text)
          lines = text.lines(PROBE_LINES).reject { |line| line.strip.empty? }
          form = FORMS.find { |one| one.fits?(lines) } or return text
          new(text, form, form.keys(lines)).text
        end

        def initialize(text, form, keys)
          @text = text
          @form = form
          @keys = keys.first(MOST_KEYS)
        end

        # @return [Text]
        def text
          file = Nameless.file
          @text.each_stretch do |stretch|
            @text.decode(stretch).each_line(chomp: true) { |line| file.write(row(line), "\n") }
          end
          file.flush
          Text.new(Source.nameless(file), encoding: "UTF-8", told: @text.encoding, bom: @text.bom,
                                          newline: @text.newline, heads: @keys)
        end

        private

        # What is no record stays as it is, in one field.
        def row(line)
          found = @form.pairs(line.chomp("\r"))
          return line.tr("\t\r", " ") if found.nil?

          @keys.map { |key| found[key].to_s.tr("\t\n\r", "   ") }.join(DELIMITER)
        end

        # What both forms have in common: the keys that most of the lines have.
        class Form
          def fits?(lines)
            return false if lines.empty?

            found = lines.filter_map { |line| pairs(line) }
            found.size >= FEWEST && found.size >= MOSTLY * lines.size && common(found).size >= least
          end

          def keys(lines) = lines.filter_map { |line| pairs(line) }.flat_map(&:keys).uniq

          private

          # Keys of at least half of them.
          def common(found) = found.flat_map(&:keys).tally.select { |_, n| 2 * n >= found.size }
        end

        # "key=value" or "key: value", with a mark or a space between two.
        class Pairs < Form
          PAIR = /\A\s*"?([[:alpha:]_µ][^=:;|\t]{0,60}?)"?\s*[=:]\s*"?(\S.*?)"?\s*\z/
          BETWEEN = [/;/, /\t/, /\|/, /,\s+/, /,/, /\s+(?=[[:alpha:]_][^\s=:]*\s*[=:])/].freeze

          def least = 2

          # @return [Hash, nil] key => text
          def pairs(line)
            return unless line.match?(/[=:]/)

            BETWEEN.each do |mark|
              parts = line.strip.delete_suffix(";").delete_suffix(",").split(mark)
              found = parts.map { |part| PAIR.match(part) }
              return found.to_h { |match| [match[1], match[2]] } if parts.size > 1 && found.all?
            end
            nil
          end
        end

        # One JSON object a line.
        class Lines < Form
          def least = 1

          # @return [Hash, nil] key => text; what lies deeper under its keys, joined
          def pairs(line)
            text = line.strip.delete_suffix(",")
            return unless text.start_with?("{") && text.end_with?("}")

            found = JSON.parse(text)
            found.is_a?(Hash) ? flat(found) : nil
          rescue JSON::ParserError
            nil
          end

          private

          def flat(object, above = nil)
            object.each_with_object({}) do |(key, value), found|
              name = [above, key].compact.join(".")
              case value
              when Hash then found.merge!(measured(value) ? { name => measured(value) } : flat(value, name))
              when Array then nil
              else found[name] = value.to_s
              end
            end
          end

          # {"value": 12.5, "unit": "kN"}
          def measured(object)
            value, unit = object.values_at("value", "unit")
            "#{value} #{unit}" if value.is_a?(Numeric) && unit.is_a?(String)
          end
        end

        FORMS = [Lines.new, Pairs.new].freeze
        private_constant :FORMS
      end
    end
  end
end
