# frozen_string_literal: true

require "json"
require "openssl"

module MildAnvil
  module Devices
    module Package
      # Whether what was signed in a package is what was signed: texts, signatures and papers by their hashes, revisions
      # in order and never in a circle.
      class Signed
        # table, its signatures and their reference, its papers and theirs, what it is called
        KINDS = [[:statements, :signatures, :statement_id, :documents, "Statement"],
                 [:conclusions, :conclusion_signatures, :conclusion_id, :conclusion_papers, "Conclusion"],
                 [:long_reports, :long_report_signatures, :report_id, :long_report_papers, "Report"]].freeze

        # @param contents [Contents]
        def initialize(contents)
          @contents = contents
        end

        # @return [Array<String>]
        def problems = KINDS.flat_map { |kind| of(*kind) } + revisions + certificates

        # @return [Array<Hash>] rows of statements with their frozen text: {row:, body:}
        def statements
          @contents.rows(:statements).map { |row| { row: row, body: JSON.parse(row[:body]) } }
        end

        private

        def of(table, signatures, reference, papers, called)
          hands = @contents.rows(signatures).group_by { |row| row[reference] }
          printed = @contents.rows(papers).group_by { |row| row[reference] }
          @contents.rows(table).filter_map do |row|
            why = altered(row, hands.fetch(row[:id], [])) || papers(printed.fetch(row[:id], []))
            "#{called} #{row[:number]}: #{why}" if why
          end
        end

        def altered(row, hands)
          return "its text has another hash than was signed" if sha256(row[:body]) != row[:sha256]
          return "nobody signed it" if hands.empty?
          return "a signature is over another text" if hands.any? { |hand| hand[:sha256] != row[:sha256] }

          "one person signed it twice" if hands.map { |hand| hand[:person_id] }.uniq.size < hands.size
        end

        def papers(rows)
          wrong = rows.find { |row| sha256(@contents.file(row[:content])) != row[:sha256] }
          "a paper of it has another hash" if wrong
        end

        # A revision supersedes an earlier statement of its own lot.
        def revisions
          rows = @contents.rows(:statements).to_h { |row| [row[:id], row] }
          rows.values.filter_map do |row|
            earlier = row[:supersedes_id] && rows[row[:supersedes_id]] or next
            next if earlier[:lot_id] == row[:lot_id] && earlier[:number] < row[:number]

            "Statement #{row[:number]} supersedes one that is not before it"
          end
        end

        # What was given out for a proof, and its other papers.
        def certificates
          others = @contents.rows(:certificate_papers).group_by { |row| row[:certificate_id] }
          @contents.rows(:proof_certificates).filter_map do |row|
            given_out = { sha256: row[:sha256], content: row[:document] }
            why = papers([given_out, *others[row[:id]]])
            "Certificate #{row[:number]}: #{why}" if why
          end
        end

        def sha256(text) = OpenSSL::Digest::SHA256.hexdigest(text.to_s)
      end
    end
  end
end
