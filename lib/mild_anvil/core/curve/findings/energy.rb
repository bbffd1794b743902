# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Findings
        # The work done on the specimen, ∫F dx along the path, to the first failure, the peak and the break.
        module Energy
          POSITION = 70

          # @return [Array<Finding>] none without a displacement
          def self.find(analysis)
            return [] if analysis.travel.nil? || analysis.steady?

            stops = { to_first_failure_joules: sample_of(analysis, FirstFailure, :first_failure),
                      to_peak_joules: analysis.peak_index, to_break_joules: sample_of(analysis, Break, :break) }.compact
            start = [analysis.loading_start, analysis.cycles&.last_sample].compact.select do |i|
              i <= analysis.peak_index
            end.max
            extra = stops.to_h do |name, stop|
              [name, path(analysis, 0, stop)]
            end.merge(last_pull_to_peak_joules: path(analysis, start, analysis.peak_index))
            [Finding.new(kind: :energy, at_seconds: analysis.time_axis[analysis.peak_index], force_newtons: nil,
                         extra: extra,
                         because: "force times displacement, added up along the path from the first sample")]
          end

          # @return [Float] joules
          def self.path(analysis, from, stop) = Packed.path(analysis.packed, analysis.travel.packed, from, stop)

          def self.sample_of(analysis, kind, name)
            analysis.of(kind).find { |f| f.kind == name }&.extra&.fetch(:sample)
          end
          private_class_method :sample_of
        end
      end
    end
  end
end
