# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      module Schools
        # The mean, shown because it is asked for, and labelled for what it is.
        module Average
          extend School

          KEY = :average
          NAME = "Average"
          POSITION = 20
          MINIMUM = false
          ASSUMPTION = "None about the shape."
          WEAKNESS = "Not a minimum: about half of all pieces are weaker."

          def self.value(sample, _terms)
            described = Statistics::Description.of(sample.breaks!(1))
            School::Value.new(value_si: described.mean, in_words: "Not a minimum. About half of all pieces are weaker",
                              working: { n: described.count, mean_si: described.mean,
                                         standard_deviation_si: described.standard_deviation })
          end
        end
      end
    end
  end
end
