# frozen_string_literal: true

module MildAnvil
  module Actions
    module Packages
      module Proof
        # Signed statements: computed again from their own inputs, and their inputs held against the rows beside them.
        class Texts
          FROZEN = %w[counts_as value_si upper_si failed_part].freeze

          # @param contents [Devices::Package::Contents]
          def initialize(contents)
            @contents = contents
            @told = Told.new(contents)
            pulls = contents.rows(:pulls).to_h { |row| [row[:id], row[:uid]] }
            judgements = contents.rows(:judgements).to_h { |row| [row[:id], row] }
            @rested = contents.rows(:statement_items).to_h do |row|
              [[row[:statement_id], pulls[row[:pull_id]]], judgements[row[:judgement_id]]]
            end
          end

          # @return [Array<String>]
          def problems
            @contents.rows(:statements).filter_map do |row|
              why = other_figures(row) || other_rows(row) || untold(row)
              "Statement #{row[:number]}: #{why}" if why
            end
          end

          # @return [Array<Integer>] ids of statements by other rules than those of here
          def other_rules
            @contents.rows(:statements).filter_map { |row| row[:id] unless ours?(row) }
          end

          private

          def ours?(row) = row[:rule_version] == Core::Rating::Statement::RULE_VERSION

          def other_figures(row)
            return unless ours?(row)

            body = JSON.parse(row[:body])
            now = Canonical.plain(RatingInputs.core(body.fetch("inputs")).statement(calibrate: :all).to_h)
            "it does not follow from its own inputs" unless now == body.fetch("content")
          rescue KeyError, TypeError, JSON::ParserError
            "its text is no statement"
          end

          def other_rows(row)
            odd = JSON.parse(row[:body]).dig("inputs", "pulls").to_a.find do |pull|
              pull["judgement"] && differs?(pull["judgement"], @rested[[row[:id], pull["uid"]]])
            end
            "it rests on pull #{odd['number']}, whose judgement says something else" if odd
          end

          def differs?(signed, kept) = kept.nil? || FROZEN.any? { |name| kept[name.to_sym] != signed[name] }

          # Each hand stands in the journal.
          def untold(row)
            hands = @contents.rows(:signatures).select { |hand| hand[:statement_id] == row[:id] }
            stray = hands.find { |hand| !told?(row, hand) }
            "the journal knows nothing of a signature under it" if stray
          end

          def told?(row, hand)
            action = Verify::Signatures::EVENTS.fetch(hand[:meaning], hand[:meaning])
            @told.any?("Statement", action, row[:uid]) do |event, after|
              event[:person_id] == hand[:person_id] && after["sha256"] == hand[:sha256]
            end
          end
        end
      end
    end
  end
end
