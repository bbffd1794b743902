# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Doubts
        # Lines that do not fit well.
        module Lines
          STRAIGHT = 0.998 # R² above which a line needs no look
          BENT = 0.98

          def self.of(finding, analysis)
            line = finding.kind == :stiffness ? finding : analysis.of(Findings::Stiffness).first
            fit = line.extra[:r_squared]
            words = format("the line fits with R² %.4f", fit)
            Doubts.doubt("look", words, fit < BENT) + Doubts.doubt("likely", words, fit < STRAIGHT) +
              Doubts.doubt("likely", "the recording starts under load: its toe is not seen", analysis.quiet.nil?)
          end
        end
      end
    end
  end
end
