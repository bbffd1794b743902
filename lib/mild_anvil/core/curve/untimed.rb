# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Readings without times: a curve of force against travel, or values noted on the way up. They are counted from
      # 1, and where a finding says "seconds" it is the count; nothing that needs a time is made of them.
      module Untimed
        NEEDS_TIME = [Findings::Hold, Findings::LoadingRate, Findings::Creep].freeze
        BECAUSE = "these readings have no times"
        TIMES = /hertz\z|per_second\z|\A(?:fall_)?seconds\z/ # how long and how fast; where something is stays

        module_function

        # @param kind [Module] of Findings
        def needs_time?(kind) = NEEDS_TIME.include?(kind)

        # @return [Array<Finding>] instead of those that need a time; none where nothing would have been said
        def instead(kind) = kind == Findings::LoadingRate ? [Finding.not_given(Findings.named(kind), BECAUSE)] : []

        # @param finding [Finding]
        # @return [Finding] without any time
        def of(finding)
          finding.dup.tap { |one| one.extra = timeless(finding.extra) }
        end

        def timeless(value)
          case value
          when Hash then value.reject { |key, _| TIMES.match?(key.to_s) }.transform_values { |v| timeless(v) }
          when Array then value.map { |v| timeless(v) }
          else value
          end
        end
        private_class_method :timeless
      end
    end
  end
end
