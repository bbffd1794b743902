# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # That a feature has failed, and by which judgement: the key holds that it fails once.
      class FeatureFailure < Sequel::Model(:feature_failures)
        unrestrict_primary_key
        many_to_one :judgement, class: "MildAnvil::Store::Models::Judgement"

        # @return [Integer, nil] the number of the pull in which a feature failed
        def self.pull_number(feature_id, except: nil)
          row = self[feature_id] or return
          pull = row.judgement.pull
          pull.number unless pull.id == except
        end
      end
    end
  end
end
