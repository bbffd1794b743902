# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # No NaN and no infinity leaves the core: what cannot be given is said instead.
      module Sound
        module_function

        # @param finding [Finding]
        # @return [Finding] itself, or one of kind :not_given that says what was wrong
        def of(finding)
          wrong = places(finding.to_h)
          wrong.empty? ? finding : instead(finding, wrong)
        end

        # @return [Array<String>] names of values that are no finite numbers
        def places(value, name = nil)
          case value
          when Hash then value.flat_map { |key, v| places(v, key.to_s) }
          when Array then value.flat_map { |v| places(v, name) }
          when Float then value.finite? ? [] : [name]
          else []
          end
        end
        private_class_method :places

        def instead(finding, wrong)
          at = finding.at_seconds
          names = wrong.uniq.map { |name| name.sub(/_(newtons|joules|metres|seconds|share)\z/, "").tr("_", " ") }
          Finding.not_given(finding.kind, "its #{names.join(', ')} would be no finite number",
                            at_seconds: at&.finite? ? at : nil)
        end
        private_class_method :instead
      end
    end
  end
end
