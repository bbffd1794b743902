# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # Everything a rating depends on besides the observations; values in SI, marking_step in marking_unit.
      #
      # calibrate: the fitted bounds that are calibrated by simulation, :none, :chosen or :all. preloaded: :count or
      # :leave_out. reference:
      # a Reference when the lot only ranks. chain_remarks: what speaks against readings, in sentences.
      # factor: nil until somebody chose one. shared_uncertainty_share: nil where it is not known.
      # population: what is known of its shape before anything broke.
      # units: those that figures are stated in besides the lot's own.
      Terms = Struct.new(:unit, :units, :measurand, :rated_quantity, :direction, :coverage, :confidence, :factor,
                         :factor_source,
                         :school, :marking_step, :marking_unit, :resolution_si, :shared_uncertainty_share, :claims,
                         :requirements,
                         :borrowed, :calibrate, :preloaded, :reference, :chain_remarks, :population, keyword_init: true)

      class Terms
        DEFAULTS = { units: [].freeze, measurand: "force", rated_quantity: "peak", coverage: 0.95, confidence: 0.95,
                     claims: [].freeze, requirements: [].freeze, calibrate: :chosen,
                     preloaded: :count, chain_remarks: [].freeze }.freeze
        # What may be unknown: not chosen, not stated, never taken for 0.
        OPEN = %i[marking_step factor shared_uncertainty_share].freeze
        FACTORS = (1.0..50.0)
        SHARES = (0.5..0.9999)
        UNCERTAINTIES = (0.0..0.5)
        STEPS = (1.0e-6..1.0e9)
        PRELOADED = %i[count leave_out].freeze

        # @return [Terms] frozen, with the defaults filled in
        # @raise [InvalidInput] with details[:fields], all of them at once
        def self.checked(**given)
          values = DEFAULTS.merge(given.compact)
          values[:marking_unit] ||= values[:unit]
          fields = complaints(values)
          raise InvalidInput.new("the rating cannot be computed with these terms", fields: fields) if fields.any?

          new(**values).freeze
        end

        def self.complaints(values)
          range_complaints(values).merge(word_complaints(values))
        end
        private_class_method :complaints

        def self.range_complaints(values)
          ranges = { coverage: SHARES, confidence: SHARES, factor: FACTORS, shared_uncertainty_share: UNCERTAINTIES,
                     marking_step: STEPS }
          wrong = ranges.reject do |name, range|
            (OPEN.include?(name) && values[name].nil?) || number_in?(values[name], range)
          end
          wrong.to_h do |name, range|
            [name, "must lie from #{format('%g', range.begin)} to #{format('%g', range.end)}"]
          end
        end
        private_class_method :range_complaints

        def self.word_complaints(values)
          fields = {}
          fields[:claims] = "must be above 0" unless values[:claims].all? { |claim| claim.value_si.positive? }
          unless PRELOADED.include?(values[:preloaded].to_sym)
            fields[:preloaded] =
              "must be one of #{PRELOADED.join(', ')}"
          end
          school = values[:school]
          if school && Schools.find(school).nil?
            fields[:school] = "is none of #{Schools.all.map do |s|
              s::KEY
            end.join(', ')}"
          end
          fields
        end
        private_class_method :word_complaints

        def self.number_in?(value, range) = value.is_a?(Numeric) && range.cover?(value)
        private_class_method :number_in?

        # @return [Float] 1 - coverage as a percentile: 5 for a coverage of 95 %
        def percentile = ((1 - coverage) * 100).round(6)

        def simulate? = calibrate.to_sym == :all
        def leave_preloaded_out? = preloaded.to_sym == :leave_out
        def relative_only? = !reference.nil?
      end
    end
  end
end
