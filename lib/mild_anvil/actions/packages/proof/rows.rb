# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      module Proof
        # Whether every value can stand where it stands: words that are known here, texts that fit, nothing missing,
        # nothing twice.
        module Rows
          Tables = Store::CarriedTables
          MOST = 20

          module_function

          # @param contents [Devices::Package::Contents]
          # @return [Array<String>]
          def problems(contents)
            known = contents.tables.map(&:to_sym) & Tables::ALL.keys
            foreign(contents) + known.flat_map { |name| of(name, contents.rows(name)) }.first(MOST)
          end

          def foreign(contents)
            (contents.tables.map(&:to_sym) - Tables::ALL.keys - %i[events]).map { |name| "#{name} is no table that is known here" }
          end
          private_class_method :foreign

          def of(name, rows)
            twice(name, rows) + rows.lazy.filter_map { |row| wrong(name, row) }.first(MOST)
          end
          private_class_method :of

          def twice(name, rows)
            keys = Tables.columns(name).keys & %i[id uid]
            keys.filter_map do |key|
              double = rows.map { |row| row[key] }.tally.find { |value, count| value && count > 1 }
              "data/#{name}.csv has the row with #{key} #{double.first} twice" if double
            end
          end
          private_class_method :twice

          def wrong(name, row)
            limits = Tables.limits(name)
            foreign = row.keys - limits.keys
            return "#{name} has a column #{foreign.first.to_s[0, 40]} that is not known here" if foreign.any?

            limits.each do |column, limit|
              why = against(row[column], limit, file: Tables::ALL.fetch(name).files.key?(column))
              return "data/#{name}.csv, row #{row[:id] || row[:uid]}: #{column} #{why}" if why
            end
            nil
          end
          private_class_method :wrong

          def against(value, limit, file:)
            return ("is missing" if limit[:needed]) if value.nil?
            return if file
            return "is no JSON list or object" if limit[:json] && !json?(value)

            text = value.to_s
            if limit[:allowed] && !limit[:allowed].include?(text)
              return "is “#{text[0, 40]}”, a word that is not known here"
            end

            "is longer than #{limit[:longest]} letters" if limit[:longest] && text.size > limit[:longest]
          end
          private_class_method :against

          def json?(text)
            read = JSON.parse(text)
            read.is_a?(Hash) || read.is_a?(Array)
          rescue JSON::ParserError, TypeError
            false
          end
          private_class_method :json?
        end
      end
    end
  end
end
