# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # Everything a rating was computed from, as plain values with string keys: frozen with what is signed, and
      # computed from again to
      # the last digit under the same rules.
      class Inputs
        COUNTING = %w[counted void].freeze

        attr_reader :content

        # @param content [Hash] lot, terms and pulls, as plain values
        # @param measurand [Quantity::Measurand] that of the terms
        def initialize(content, measurand:)
          @content = content
          @measurand = measurand
          @stated = content.fetch("terms")
        end

        # @param calibrate [Symbol] see Terms
        # @return [Statement]
        def statement(calibrate: :chosen) = ComputeRating.call(sample, terms(calibrate))

        # @return [Sample]
        def sample
          pulls = content.fetch("pulls").select do |pull|
            COUNTING.include?(pull["state"]) && pull.dig("judgement", "value_si")
          end
          Sample.new(pulls.map { |pull| observation(pull) })
        end

        # @return [Terms]
        def terms(calibrate = :chosen)
          given = @stated.slice(*PLAIN).transform_keys(&:to_sym)
          Terms.checked(**given, calibrate: calibrate, unit: @measurand.unit!(@stated["unit"]), units: @measurand.units,
                                 marking_unit: @measurand.unit!(@stated["marking_unit"] || @stated["unit"]),
                                 preloaded: (@stated["preloaded"] || "count").to_sym, **structures)
        end

        PLAIN = %w[measurand rated_quantity direction coverage confidence factor factor_source school marking_step
                   resolution_si shared_uncertainty_share chain_remarks].freeze
        private_constant :PLAIN

        private

        def structures
          { claims: @stated.fetch("claims", []).map do |row|
            Claim.from_h(row)
          end, requirements: list("requirements", Requirement, :measure),
            borrowed: one("borrowed", Borrowed), reference: one("reference", Reference),
            population: Population.from_h(@stated["population"]) }
        end

        def list(name, kind, *symbols)
          @stated.fetch(name, []).map do |row|
            kind.new(**row.to_h do |key, value|
              [key.to_sym, symbols.include?(key.to_sym) ? value&.to_sym : value]
            end).freeze
          end
        end

        def one(name, kind) = @stated[name] && kind.new(**@stated[name].transform_keys(&:to_sym)).freeze

        def observation(pull)
          judged = pull.fetch("judgement")
          Observation.checked(counts_as: judged["counts_as"], value_si: judged["value_si"],
                              upper_si: judged["upper_si"],
                              label: pull["number"].to_s, reason: judged["reason"], reference: pull["id"],
                              mode: judged["mode"],
                              preloaded: pull["preloaded"], specimen: pull["specimen"])
        end
      end
    end
  end
end
