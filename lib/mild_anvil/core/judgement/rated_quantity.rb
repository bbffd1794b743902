# frozen_string_literal: true

module MildAnvil
  module Core
    module Judgement
      # The number of a curve that a lot rates: its peak, or any other finding that gives one.
      module RatedQuantity
        # kind: of the finding it comes from; key: nil for its own value, else the name among its extra; measurands:
        # that it can be
        Quantity = Struct.new(:key, :name, :kind, :extra, :measurands, keyword_init: true)

        OWN = %w[force torque pressure moment force_per_width stress].freeze
        ALL = [
          Quantity.new(key: "peak", name: "peak", kind: "peak", measurands: OWN),
          Quantity.new(key: "first_failure", name: "first failure", kind: "first_failure", measurands: OWN),
          Quantity.new(key: "yield", name: "yield at an offset", kind: "yield", measurands: OWN),
          Quantity.new(key: "residual", name: "residual", kind: "residual", measurands: OWN),
          Quantity.new(key: "energy", name: "energy to the peak", kind: "energy", extra: "to_peak_joules",
                       measurands: %w[energy]),
          Quantity.new(key: "cycles", name: "number of cycles", kind: "cycles", extra: "count", measurands: %w[cycles]),
          Quantity.new(key: "travel", name: "travel at the last maximum", kind: "cycles",
                       extra: "last_displacement_metres",
                       measurands: %w[displacement])
        ].each(&:freeze).freeze

        module_function

        def keys = ALL.map(&:key)

        # @return [Quantity]
        # @raise [InvalidInput]
        def find!(key)
          ALL.find { |quantity| quantity.key == key } ||
            raise(InvalidInput.new("“#{key}” is nothing that can be rated; use #{keys.join(', ')}",
                                   fields: { rated_quantity: "must be one of #{keys.join(', ')}" }))
        end

        # @raise [InvalidInput] for a cycle count in kilonewtons
        def check!(key, measurand)
          quantity = find!(key)
          return quantity if quantity.measurands.include?(measurand)

          raise InvalidInput.new("The #{quantity.name} is no #{measurand.tr('_', ' ')}",
                                 fields: { rated_quantity: "goes with #{quantity.measurands.join(', ').tr('_', ' ')}" })
        end

        # What a quantity is when only a display was read: the peak.
        def typed?(key) = key != "residual"

        # @param findings [Array<#kind, #value_si, #extra>] of one analysis, extra with string keys
        # @return [Array(Object, Float, String), nil] the finding, its number, and the cause if it is only a lower bound
        def in(findings, key)
          quantity = find!(key)
          found = findings.find { |finding| finding.kind.to_s == quantity.kind } or return

          value = quantity.extra ? found.extra[quantity.extra] : found.value_si
          value && [found, value.to_f, (cause(found, findings) if quantity.key == "peak")]
        end

        # @return [String, nil] what the cell did at the peak, where that makes the peak a lower bound
        def cause(peak, findings)
          return unless peak.extra["lower_bound"]

          top = peak.extra["sample"]
          at_peak = findings.find do |f|
            CAUSES.include?(f.kind.to_s) && f.extra["sample"] <= top + 1 && f.extra["last_sample"] >= top - 1
          end
          at_peak ? at_peak.kind.to_s : CAUSES.first
        end
        private_class_method :cause

        CAUSES = %w[saturated frozen dropout].freeze
        private_constant :CAUSES
      end
    end
  end
end
