# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A certificate that was given out for a proof: its facts, and the paper as it was drawn then.
      class ProofCertificate < Sequel::Model(:proof_certificates)
        include Record

        many_to_one :run, class: "MildAnvil::Store::Models::Run"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        one_to_one :replaced_by, class: "MildAnvil::Store::Models::ProofCertificate", key: :replaces_id
        one_to_many :papers, class: "MildAnvil::Store::Models::CertificatePaper", key: :certificate_id, order: :id

        # @return [String] what it is about, in a seal
        def about = run.lot.name

        # @return [String] of the paper that was given out
        # @raise [Tampered]
        def bytes
          return document if Document.sha256(document) == sha256

          raise Tampered.new("#{number} is not what was given out: its bytes have another hash. It is not handed out",
                             id: id)
        end
      end
    end
  end
end
