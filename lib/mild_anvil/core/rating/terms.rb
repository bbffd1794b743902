# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # Everything a rating depends on besides the observations. Forces in newtons; marking_step in the unit. simulate:
      # calibrate every fitted bound by simulation, not only the chosen one.
      Terms = Struct.new(:unit, :coverage, :confidence, :factor, :factor_source, :school, :marking_step, :resolution_newtons,
                         :shared_uncertainty_share, :claim, :requirement, :borrowed, :simulate, keyword_init: true)

      class Terms
        DEFAULTS = { coverage: 0.95, confidence: 0.95, factor: 5.0, shared_uncertainty_share: 0.0, simulate: false }.freeze
        FACTORS = (1.0..50.0)
        SHARES = (0.5..0.9999)

        # @return [Terms] frozen, with the defaults filled in
        # @raise [InvalidInput] with details[:fields], all of them at once
        def self.checked(**given)
          values = DEFAULTS.merge(given.compact)
          fields = complaints(values)
          raise InvalidInput.new("the rating cannot be computed with these terms", fields: fields) if fields.any?

          new(**values).freeze
        end

        def self.complaints(values)
          fields = {}
          %i[coverage confidence].each do |name|
            fields[name] = "must lie from 0.5 to 0.9999" unless number_in?(values[name], SHARES)
          end
          fields[:factor] = "must lie from 1 to 50" unless number_in?(values[:factor], FACTORS)
          fields[:shared_uncertainty_share] = "must lie from 0 to 0.5" unless number_in?(values[:shared_uncertainty_share], 0.0..0.5)
          step = values[:marking_step]
          fields[:marking_step] = "must be above 0" unless step.nil? || number_in?(step.to_f, 1.0e-6..1.0e9)
          fields[:claim] = "must be above 0" if values[:claim] && !values[:claim].newtons.positive?
          school = values[:school]
          fields[:school] = "is none of #{Schools.all.map { |s| s::KEY }.join(', ')}" if school && Schools.find(school).nil?
          fields
        end
        private_class_method :complaints

        def self.number_in?(value, range) = value.is_a?(Numeric) && range.cover?(value)
        private_class_method :number_in?

        # @return [Float] 1 - coverage as a percentile: 5 for a coverage of 95 %
        def percentile = ((1 - coverage) * 100).round(6)
      end
    end
  end
end
