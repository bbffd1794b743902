# frozen_string_literal: true

module MildAnvil
  module Actions
    module Verify
      # Every proof certificate and its other papers: bytes against their hashes, and the hashes against the chain of
      # events.
      module Certificates
        KIND = "certificates"
        LEFT = ""

        module_function

        # @yield [String, nil]
        def each
          Store::Models::ProofCertificate.order(:id).each { |row| yield wrong(row) }
        end

        def wrong(row)
          row.bytes
          row.papers.each(&:bytes)
          unless told(row, "certify").include?(row.sha256)
            return "certificate #{row.number} is not the one that the events know of"
          end

          known = told(row, "keep_certificate_paper")
          other = row.papers.find { |paper| !known.include?(paper.sha256) }
          other && "certificate #{row.number} has a paper of which the events know nothing"
        rescue MildAnvil::Error => e
          "certificate #{row.number}: #{e.message}"
        end
        private_class_method :wrong

        def told(row, action)
          Store::Journal.about_anywhere(row, action).map { |event| JSON.parse(event[:after])["sha256"] }
        end
        private_class_method :told
      end
    end
  end
end
