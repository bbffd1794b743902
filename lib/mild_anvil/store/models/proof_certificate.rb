# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A certificate that was given out for a proof: its facts, and the paper as it was drawn then.
      class ProofCertificate < Sequel::Model(:proof_certificates)
        include Record

        many_to_one :run, class: "MildAnvil::Store::Models::Run"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
      end
    end
  end
end
