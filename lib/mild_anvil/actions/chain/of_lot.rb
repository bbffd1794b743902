# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # What the instruments say about the pulls of a lot: which reading stands, what all readings share, what a careful
      # colleague would remark.
      class OfLot
        WORDS = { "lapsed" => "after its check had run out", "failed" => "beside a check that failed",
                  "overloaded" => "after an overload, before the next check",
                  "never" => "without any check" }.freeze
        OUT_OF_RANGE = "outside what it is verified for"

        # @param facts [LotFacts]
        def initialize(facts)
          @facts = facts
          @instruments = {}
        end

        # @return [Boolean] whether the lot measures what the instruments do, and somebody said which one
        def known? = @facts.lot.measurand == "force" && readings.any?

        # @param pull [Store::Models::Pull]
        # @return [Hash, nil] instrument, state, check, out_of_range, drift_newtons: facts, nothing that time changes
        def reading(pull)
          return unless @facts.lot.measurand == "force"

          row = pull.pull_instruments.find(&:counts?) or return
          standing = known(row.instrument).history.at(pull.pulled_at)
          check = standing.check && known(row.instrument).check(standing.check.reference)
          { instrument: row.instrument.name, uid: row.instrument.uid, state: standing.state.to_s, check: check&.uid,
            out_of_range: out_of_range?(row.instrument, check, value(pull)), drift_newtons: row.drift_newtons }
        end

        # @return [Array<String>] one sentence for each instrument and what speaks against its readings
        def remarks = grouped.map { |(name, why), numbers| "#{list(numbers)} read by #{name} #{why}." }

        # @return [Float, nil] expanded uncertainty shared by all counted readings, as a share; nil where that of one of
        #   them is not known
        def shared_share
          shares = budgets.map { |budget| budget&.shared_share }
          shares.max if shares.any? && shares.none?(&:nil?)
        end

        # @return [String, nil] where that comes from, or why it is not known; nil where nothing counts yet
        def shared_source
          return if counted.empty?
          return unknown_source if shared_share.nil?

          by_name = counted.map { |pull| main(pull).name }.zip(budgets).uniq(&:first)
          "computed from #{by_name.map { |name, budget| "the #{budget.rests_on.join(' and ')} of #{name}" }.join(', ')}"
        end

        # @return [InstrumentFacts] read once
        def known(row) = @instruments[row.id] ||= InstrumentFacts.new(row)

        private

        def readings = @readings ||= @facts.pulls.to_h { |pull| [pull.id, reading(pull)] }.compact
        def value(pull) = @facts.judgement(pull)&.value_si || @facts.measurement(pull)&.value_si
        def main(pull) = pull.pull_instruments.find(&:counts?)&.instrument

        def grouped
          @facts.pulls.each_with_object({}) do |pull, found|
            reading = readings[pull.id] or next
            why = WORDS[reading[:state]] || (reading[:out_of_range] && OUT_OF_RANGE) or next
            (found[[reading[:instrument], why]] ||= []) << pull.number
          end
        end

        def list(numbers)
          shown = numbers.first(8).join(", ")
          numbers.size == 1 ? "Pull #{shown} was" : "Pulls #{shown}#{' and more' if numbers.size > 8} were"
        end

        # In the range of the check that it rests on; without one, of what was typed.
        def out_of_range?(row, check, force)
          return false if force.nil?

          low, high = if check
                        [check.low_newtons,
                         check.high_newtons]
                      else
                        [row.verified_low_newtons, row.verified_high_newtons]
                      end
          force > [high, row.capacity_newtons].compact.min || (!low.nil? && force < low)
        end

        def counted
          @counted ||= @facts.pulls.zip(@facts.placed).filter_map do |pull, placed|
            pull if placed.state == "counted" && value(pull)&.positive?
          end
        end

        # @return [Array<Core::Instrument::ReadingBudget, nil>] of the counted pulls; nil where no instrument is named
        def budgets
          @budgets ||= counted.map do |pull|
            row = @facts.lot.measurand == "force" ? main(pull) : nil
            row && known(row).budget(value(pull), at: pull.pulled_at)
          end
        end

        def unknown_source
          none = budgets.count(&:nil?)
          bare = counted.zip(budgets).select { |_, budget| budget && budget.rests_on.empty? }
                        .map { |pull, _| main(pull).name }.uniq
          said = [("#{none} of #{budgets.size} pulls name no instrument" if none.positive?),
                  ("#{bare.join(', ')}: neither a check nor a certificate" if bare.any?)].compact
          "not known: #{said.join('; ')}"
        end
      end
    end
  end
end
