# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # A place of a specimen that is pulled: an end, a corner. One feature gives one observation.
      class Feature < Sequel::Model(:features)
        many_to_one :specimen, class: "MildAnvil::Store::Models::Specimen"
      end
    end
  end
end
