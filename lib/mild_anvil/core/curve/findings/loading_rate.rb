# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # How fast the specimen was loaded, against the procedure's rate where one is given.
        module LoadingRate
          POSITION = 85
          TOLERANCE_SHARE = 0.2

          # @return [Array<Finding>]
          def self.find(analysis)
            pace = pace(analysis)
            rate = pace.newtons_per_second
            return [] if !rate.finite? || analysis.steady? || analysis.staircase?

            wanted = analysis.settings.rate_newtons_per_second
            [Finding.new(kind: :rate, at_seconds: analysis.time_axis[analysis.loading_start],
                         until_seconds: analysis.time_axis[analysis.peak_index], force_newtons: nil,
                         because: because(rate, wanted),
                         extra: { newtons_per_second: rate, metres_per_second: pace.metres_per_second,
                                  wanted_newtons_per_second: wanted,
                                  within: wanted && (rate - wanted).abs <= TOLERANCE_SHARE * wanted })]
          end

          # Of the pull itself, where cycles came before it.
          def self.pace(analysis)
            last = analysis.cycles&.last_sample
            return analysis.segments.usual unless last && last < analysis.peak_index

            pull = analysis.segments.all.select { |s| s.first >= last }
            found = Kinds.new(pull, analysis.peak_newtons).usual
            found.newtons_per_second ? found : analysis.segments.usual
          end
          private_class_method :pace

          def self.because(rate, wanted)
            return "median over the rising stretches" if wanted.nil?

            format("median over the rising stretches: %.0f %% of the procedure's rate", 100 * rate / wanted)
          end
          private_class_method :because
        end
      end
    end
  end
end
