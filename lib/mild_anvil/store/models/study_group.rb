# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # Which level of a factor a lot is at.
      class StudyGroup < Sequel::Model(:study_groups)
        unrestrict_primary_key
        many_to_one :level, class: "MildAnvil::Store::Models::Level"
        many_to_one :factor, class: "MildAnvil::Store::Models::Factor"
      end
    end
  end
end
