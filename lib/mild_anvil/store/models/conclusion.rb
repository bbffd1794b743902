# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What was concluded from a comparison: sentences, what they rest on and by which rules, as one text with its
      # hash. Never changed.
      class Conclusion < Sequel::Model(:conclusions)
        include Record

        many_to_one :job, class: "MildAnvil::Store::Models::Job"
        many_to_one :lot, class: "MildAnvil::Store::Models::Lot"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        one_to_many :signatures, class: "MildAnvil::Store::Models::ConclusionSignature", key: :conclusion_id, order: :id
        one_to_many :papers, class: "MildAnvil::Store::Models::ConclusionPaper", key: :conclusion_id,
                             order: :signature_count

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no conclusion #{id}", id: id))

        # @return [Hash] inputs, content, sentences, words; string keys
        # @raise [Tampered] when the text has another hash than was signed
        def frozen_body
          altered! "its text has another hash" if OpenSSL::Digest::SHA256.hexdigest(body) != sha256
          altered! "a signature is over another text" if signatures.any? { |signature| signature.sha256 != sha256 }

          JSON.parse(body)
        end

        def reviewed? = signatures.any? { |signature| signature.meaning == "reviewed" }

        # @param ids [Array<Integer>] of the lots that were compared
        def keep_lots(ids) = db[:conclusion_lots].multi_insert(ids.map { |id| { conclusion_id: self.id, lot_id: id } })

        private

        def altered!(why)
          raise Tampered.new("Conclusion #{number} is not what was signed: #{why}. It is not given out", id: id)
        end
      end
    end
  end
end
