# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # The words by which a job and its lots are described.
      module RequestWords
        PURPOSES = %w[rating acceptance comparison investigation complaint demonstration].freeze
        DIRECTIONS = %w[tension compression shear torsion bending peel pressure combined].freeze
        SETUP_CLASSES = %w[code in-house improvised].freeze
        CLAIM_MEASURES = %w[strength working_load].freeze
        CLAIM_KINDS = %w[minimum average typical unknown].freeze
        FAILED_PARTS = ["specimen", "termination", "substrate", "other part", "connector", "rope", "jaw", "fixture",
                        "nothing"].freeze
        MODES = ["clean", "torn", "melted", "progressive", "crazed", "bent", "delaminated", "sheared out",
                 "pulled through",
                 "deformed but holding"].freeze
      end
    end
  end
end
