# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What came of holding everything that is kept against its hash, once.
      class Verification < Sequel::Model(:verifications)
        include Record

        plugin :serialization, :json, :content

        # @return [Verification, nil] the last one
        def self.last_one = order(:id).last
      end
    end
  end
end
