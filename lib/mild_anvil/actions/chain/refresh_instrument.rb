# frozen_string_literal: true

module MildAnvil
  module Actions
    module Chain
      # After a check, a certificate or an overload: what an instrument's row says of them, and every lot that it read.
      module RefreshInstrument
        module_function

        # @param instrument [Store::Models::Instrument] locked by the caller's transaction
        def call(instrument)
          instrument.associations.clear
          facts = InstrumentFacts.new(instrument)
          now = [Time.now, facts.history.last&.at].compact.max # a bench's clock may be a little ahead
          good = facts.good_check(now)
          instrument.update(checked_state: state(facts, now), checked_until: good&.good_until,
                            checked_low_newtons: good&.low_newtons, checked_high_newtons: good&.high_newtons,
                            certificate_until: newest_expiry(instrument))
          lots(instrument).each { |id| RefreshLot.mark(Store::Models::Lot.fetch!(id)) }
        end

        # @return [Array<Integer>] lots with pulls it read
        def lots(instrument)
          pulls = Store::Models::PullInstrument.where(instrument_id: instrument.id).select(:pull_id)
          Store::Models::Pull.where(id: pulls).distinct.select_order_map(:lot_id)
        end

        def state(facts, now)
          case facts.history.at(now).state
          when :failed then "failed"
          when :overloaded then "overloaded"
          when :never then "never"
          else "good"
          end
        end
        private_class_method :state

        # An instrument without a certificate has none that could run out.
        def newest_expiry(instrument) = instrument.certificates.filter_map(&:expires_on).max
        private_class_method :newest_expiry
      end
    end
  end
end
