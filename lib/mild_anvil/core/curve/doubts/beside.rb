# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      module Doubts
        # What was found beside a gap, a frozen stretch or a spike.
        module Beside
          EVENTS = %i[slip first_failure partial_failure later_peak break peak release].freeze
          SAMPLES = 2

          def self.of(finding, analysis)
            return [] unless EVENTS.include?(finding.kind) && finding.extra[:sample]

            sample = finding.extra[:sample]
            bad = analysis.of(Findings::Condition).find { |f| near?(sample, f.extra[:sample], f.extra[:last_sample]) }
            spike = analysis.spikes.any? { |i| (i - sample).abs <= SAMPLES }
            Doubts.doubt("look", "beside a stretch that is #{bad&.kind == :dropout ? 'missing' : bad&.kind}", bad) +
              Doubts.doubt("likely", "beside a spike that was set aside", spike)
          end

          def self.near?(sample, first, last) = sample.between?(first - SAMPLES, last + SAMPLES)
          private_class_method :near?
        end
      end
    end
  end
end
