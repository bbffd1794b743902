# frozen_string_literal: true

module MildAnvil
  module Core
    module Judgement
      # The contract of a way of counting. A file under rules/ extends it, sets KEY, FAILS (whether the feature has
      # failed with it) and
      # answers complaints(kase) with {field => words}, and values(kase) with [value_si, upper_si].
      module Rule
        # @param kase [Case]
        # @return [Judged]
        # @raise [InvalidInput] with every complaint at once
        def judge(kase)
          found = complaints(kase).merge(history(kase)).merge(unexplained(kase))
          raise InvalidInput.new(sentence(found), fields: found) if found.any?

          value, upper = values(kase)
          Judged.new(counts_as: self::KEY, value_si: value, upper_si: upper, complete: complete?(kase)).freeze
        end

        # @return [Boolean] whether everything is said that a signature needs
        def complete?(kase) = !self::NEEDS_PART || !kase.failed_part.nil?

        private

        def history(kase)
          return {} unless self::FAILS && kase.failed_in

          { counts_as: "cannot be: this feature failed already in pull #{kase.failed_in}, and a feature fails once" }
        end

        # Another choice than the proposed one needs a reason.
        def unexplained(kase)
          proposal = kase.proposal
          return {} if proposal.nil? || proposal.counts_as == self::KEY || kase.reason? || !self::NEEDS_PART

          { reason: "is needed, since “#{proposal.counts_as.to_s.tr('_', ' ')}” is proposed: #{proposal.reason}" }
        end

        def no_measurement = { counts_as: "cannot be: nothing was read in this pull" }

        def sentence(complaints)
          complaints.map { |field, words| "#{field.to_s.tr('_', ' ').sub(/\A./, &:upcase)} #{words}" }.join(". ")
        end
      end
    end
  end
end
