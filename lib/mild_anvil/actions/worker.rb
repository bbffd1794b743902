# frozen_string_literal: true

module MildAnvil
  module Actions
    # Computes what takes long, outside every request, transaction and lock: first what somebody is looking at, then
    # what the rack shows.
    module Worker
      IDLE_SECONDS = 0.1
      BACKUP_LOOK_SECONDS = 60
      LOOK_SECONDS = 3

      module_function

      # @return [Boolean] whether there was something to do
      def run_once
        return false if unfinished?

        bring_up_behind
        compute_waiting || refresh_stale
      end

      # Looks every minute whether a backup is due, beside the computing, until the process ends.
      # @return [Thread]
      def back_up_daily
        Thread.new do
          loop do
            DailyBackup.if_due unless unfinished?
          rescue StandardError => e # looked at again in a minute, whatever it was
            warn "backup: #{e.class}: #{e.message}"
          ensure
            sleep BACKUP_LOOK_SECONDS
          end
        end
      end

      # Papers that wait, the head of the chain, the daily look at everything: beside the computing, until the process
      # ends.
      # @return [Thread]
      def keep_watch
        Thread.new do
          loop do
            watch_once unless unfinished?
          rescue StandardError => e # looked at again in a moment, whatever it was
            warn "watch: #{e.class}: #{e.message}"
          ensure
            sleep LOOK_SECONDS
          end
        end
      end

      def watch_once
        Signing::Drawing.catch_up
        Signing::SealChain.if_due
        DailyVerify.if_due
      end
      private_class_method :watch_once

      # While a database is being made, restored or brought up, nothing in it is computed with.
      def unfinished? = !Store::Unfinished.mark.nil?
      private_class_method :unfinished?

      # Until the block says stop. A lost database is waited for.
      def run_until
        until yield
          begin
            sleep(IDLE_SECONDS) unless run_once
          rescue *Store::Database::LOST => e
            warn "worker: #{e.message}"
            sleep(1)
          end
        end
      end

      # Facts that somebody left behind when their process died, or more came in than they could wait for.
      def bring_up_behind
        Store::Models::LotSummary.dataset.behind.select_map(:lot_id).each { |lot_id| RefreshLot.settle(lot_id) }
      end
      private_class_method :bring_up_behind

      def compute_waiting
        row = Store::Models::Computation.dataset.waiting.first or return false
        claimed(row.key) { finish(Computations.compute(row)) }
        true
      end
      private_class_method :compute_waiting

      def refresh_stale
        summary = Store::Models::LotSummary.dataset.stale.first or return false
        lot = Store::Models::Lot.fetch!(summary.lot_id)
        row = Computations.want(RatingInputs.call(LotFacts.new(lot)), lot_id: lot.id)
        claimed(row.key) { finish(Computations.compute(row)) }
        resettle(lot, row, summary)
        true
      end
      private_class_method :refresh_stale

      # Two workers take different rows, or one waits for the other's.
      def claimed(key, &block) = Store::NamedLock.hold("anvil-#{key[0, 40]}", &block)
      private_class_method :claimed

      def finish(row)
        RefreshLot.rated(row.lot_id, row.key, row.computed? ? row.statement : nil) if row.computed_at
      end
      private_class_method :finish

      # Facts that changed by other rules, or by a lot they rest on, are brought up to date so that nothing stays stale
      # for ever.
      def resettle(lot, row, summary)
        return if row.key == summary.wanted_key

        Store::Database.write { RefreshLot.call(Store::Models::Lot.locked!(lot.id)) }
      end
      private_class_method :resettle
    end
  end
end
