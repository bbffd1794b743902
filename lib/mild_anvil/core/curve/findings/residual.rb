# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # What is still carried from half a second after the break.
        module Residual
          POSITION = 50
          AFTER_SECONDS = 0.5
          CARRIES_SHARE = 0.05

          def self.find(analysis)
            broken = Break.find(analysis).find { |f| f.kind == :break } or return []
            from = analysis.time_axis.index_at(broken.at_seconds + AFTER_SECONDS)
            return [unknown(analysis)] if from >= analysis.net.size

            rest = analysis.net[from..].sort
            level = rest[rest.size / 2]
            carries = level > CARRIES_SHARE * analysis.net[analysis.peak_index]
            [Finding.new(kind: :residual, at_seconds: analysis.time_axis[from], until_seconds: analysis.time_axis.end_seconds, force_newtons: level,
                         because: carries ? "median of the rest of the recording: it still carries" : "median of the rest of the recording: it let go", extra: { carries: carries })]
          end

          def self.unknown(analysis)
            Finding.new(kind: :residual, at_seconds: analysis.time_axis.end_seconds, force_newtons: nil, extra: { carries: nil },
                        because: "the recording ends within #{AFTER_SECONDS} s of the break: unknown")
          end
          private_class_method :unknown
        end
      end
    end
  end
end
