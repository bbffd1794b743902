# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A row whose text was signed under its hash and is never changed. The row has body, sha256 and signatures, and
      # says what it is called.
      module SignedText
        # @return [Hash] string keys
        # @raise [Tampered] when the text has another hash than was signed
        def frozen_body
          altered! "its text has another hash" if OpenSSL::Digest::SHA256.hexdigest(body) != sha256
          altered! "a signature is over another text" if signatures.any? { |signature| signature.sha256 != sha256 }

          JSON.parse(body)
        end

        def reviewed? = signatures.any? { |signature| signature.meaning == "reviewed" }

        # @return [String, nil] why it counts no longer
        def no_longer = nil

        private

        def altered!(why)
          raise Tampered.new("#{called} is not what was signed: #{why}. It is not given out", id: id)
        end
      end
    end
  end
end
