# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What is said beside every rating.
      module Caution
        TEXT = "A rating for lifting, overhead or life-safety use belongs to a qualified person under the code in " \
               "force where it is used. " \
               "This paper shows its working for them and is not their approval. A destroyed or proof-overloaded " \
               "specimen does not go back into service."
      end
    end
  end
end
