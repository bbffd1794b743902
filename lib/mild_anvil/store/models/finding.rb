# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # Something that happened in a pull, with the version of the rules that found it.
      class Finding < Sequel::Model(:findings)
        plugin :serialization, :json, :extra
      end
    end
  end
end
