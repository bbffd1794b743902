# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A paper of a certificate beside the one that was given out: in another language, or marked as replaced.
      class CertificatePaper < Sequel::Model(:certificate_papers)
        include Record
        include KeptBytes
      end
    end
  end
end
