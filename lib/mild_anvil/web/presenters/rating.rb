# frozen_string_literal: true

module MildAnvil
  module Web
    module Presenters
      # A statement with its hash, the limit at each stop of the factor slider, and what stands in the way of signing
      # it.
      module Rating
        STOPS = [1.5, 2, 2.5, 3, 3.5, 4, 5, 6, 7, 8, 10, 12, 14].freeze

        module_function

        # @param rated [Actions::RateLot::Rated]
        # @return [Hash]
        def call(rated)
          lot = rated.facts.lot
          { statement: rated.statement, sha256: rated.sha256, computing: rated.computing, failure: rated.failure,
            stops: stops(rated), each: Actions::EachPull.of(lot),
            obstacles: Actions::Signable.obstacles(lot, rated.inputs, rated.statement),
            fewer: Actions::Signable.fewer?(lot, rated.inputs),
            doubted: rated.inputs.dig("terms", "chain_remarks").to_a,
            altered: Actions::AlteredRows.of(lot),
            supersedes: lot.statements.last&.number, **waiting(rated.inputs["pulls"]) }
        end

        def waiting(pulls)
          { unjudged: pulls.count { |pull| pull["state"] == "unjudged" },
            incomplete: pulls.count { |pull| pull["judgement"] && !pull["judgement"]["complete"] } }
        end
        private_class_method :waiting

        def stops(rated)
          minimum = rated.statement["minimum"] or return []
          return [] if Core::Rating::NoLimit::WHATEVER_FACTOR.include?(rated.statement["limit_refused_by"])

          terms = Actions::RatingInputs.core(rated.inputs).terms
          STOPS.map do |factor|
            { factor: factor, text: format("%g", factor), limit: limit(minimum["value_si"], factor, terms) }
          end
        end
        private_class_method :stops

        def limit(minimum_si, factor, terms)
          Core::Rating::WorkingLoad.limit(minimum_si: minimum_si, factor: factor, unit: terms.marking_unit,
                                          step: terms.marking_step,
                                          others: terms.units).to_h
        rescue InsufficientData
          nil
        end
        private_class_method :limit
      end
    end
  end
end
