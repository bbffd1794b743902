# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # How surely a finding holds: what stands near a limit, hangs on one channel, or lies beside what is not sound.
      #
      # Each module of this folder answers of(finding, analysis) with the doubts of some kinds, [confidence, words]; the
      # gravest counts.
      module Doubts
        module_function

        # @param finding [Finding]; @param analysis [Analysis]
        # @return [Finding] with its confidence and, where it is not sure, what to look at
        def judged(finding, analysis)
          return finding unless finding.given?

          gravest = all(finding, analysis).max_by { |level, _| Finding::CONFIDENCES.index(level) }
          finding.dup.tap { |one| one.confidence, one.doubt = gravest || ["sure", nil] }
        end

        def all(finding, analysis)
          PARTS.fetch(finding.kind, []).flat_map { |part| part.of(finding, analysis) } + Beside.of(finding, analysis)
        end
        private_class_method :all

        # @return [Array] empty, or one doubt
        def doubt(level, words, present) = present ? [[level, words]] : []

        PARTS = { zero: [Rests], take_up: [Rests], peak: [Highest], break: [Breaks], release: [Breaks],
                  first_failure: [Drops], partial_failure: [Drops], slip: [Drops], later_peak: [Drops],
                  hold: [Held], residual: [Carried], sliding: [Carried], stiffness: [Lines], yield: [Lines],
                  loop: [Repeats], cycles: [Repeats], share: [Cells], agreement: [Cells], creep: [Repeats],
                  frozen: [Cells] }.freeze
      end
    end
  end
end
