# frozen_string_literal: true

module MildAnvil
  module Core
    module Acceptance
      # One required test: how many of it, and when one passes.
      #
      # kind: measured (a figure against a limit) or inspected (a figure found by eye, or none at all: seen is enough to
      # fail). sense: at_least or at_most. limit: a Formula. where: the places of the break for which this holds; empty:
      # wherever it broke. unit: of the figure.
      RequiredTest = Struct.new(:key, :name, :kind, :count, :quantity, :unit, :sense, :limit, :where, :note,
                                keyword_init: true)

      class RequiredTest
        # One test as made. value_si: SI, nil when nothing was found; broke_at: a place, if it broke; accepted: what the
        # person says where there is no figure; superseded: by a repeat
        Result = Struct.new(:id, :test, :specimen, :value_si, :broke_at, :accepted, :superseded, keyword_init: true)
        Verdict = Struct.new(:passed, :limit_si, :reason, keyword_init: true)

        # @param result [Result]
        # @param dimensions [Hash{String => Float}] SI, of the piece
        # @return [Verdict] passed nil: the criterion is about another place of breaking
        # @raise [InvalidInput] when the limit cannot be had
        def verdict(result, dimensions = {})
          unless applies?(result)
            return Verdict.new(passed: nil, limit_si: nil,
                               reason: "broke at #{result.broke_at}: another criterion holds")
          end
          return by_eye(result) if limit.nil?

          measured(result, Formula.new(limit).value(dimensions))
        end

        def applies?(result) = where.to_a.empty? || where.include?(result.broke_at)

        private

        # Nothing found is a pass only where the limit is a largest size; a figure to be reached must have been read.
        def measured(result, limit_si)
          if result.value_si.nil?
            found = sense == "at_most" && result.accepted != false
            return Verdict.new(passed: found, limit_si: limit_si, reason: found ? "nothing found" : "nothing was read")
          end

          passed = sense == "at_least" ? result.value_si >= limit_si : result.value_si <= limit_si
          Verdict.new(passed: passed, limit_si: limit_si, reason: passed ? nil : sense.tr("_", " "))
        end

        def by_eye(result)
          Verdict.new(passed: result.accepted == true, limit_si: nil, reason: result.accepted ? nil : "rejected by eye")
        end
      end
    end
  end
end
