# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # The head of the chain of events at one moment, signed: a chain that was written anew does not meet it.
      class ChainSeal < Sequel::Model(:chain_seals)
        include Record
      end
    end
  end
end
