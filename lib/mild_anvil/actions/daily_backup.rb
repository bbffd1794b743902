# frozen_string_literal: true

require "fileutils"
require "time"

module MildAnvil
  module Actions
    # A backup a day, kept for thirty, made beside the work; Today says how old the last one is.
    module DailyBackup
      FOLDER = File.join(ENV.fetch("MILD_ANVIL_VAR", File.expand_path("../../../var", __dir__)), "backups")
      EVERY_SECONDS = 86_400
      AGAIN_SECONDS = 3600 # after one that failed
      KEPT = 30
      NAME = "mild-anvil-%Y-%m-%d-%H%M%S.sql.gz"
      SETTING = "last_backup"
      LOCK = "anvil-backup"

      module_function

      # @return [Boolean] whether one was made
      def if_due(folder: FOLDER, now: Time.now)
        return false unless due?(now) && somebody?

        Store::NamedLock.try(LOCK) { make(folder, now) if due?(now) }
      end

      # @return [Hash, nil] at, bytes; error and failed_at when a later one failed
      def last
        text = Store::Settings.get(SETTING)
        text && JSON.parse(text, symbolize_names: true)
      end

      def due?(now)
        known = last or return true
        return now - Time.iso8601(known[:failed_at]) > AGAIN_SECONDS if known[:failed_at]

        now - Time.iso8601(known[:at]) > EVERY_SECONDS
      end
      private_class_method :due?

      def somebody? = !Store::Models::Person.empty?
      private_class_method :somebody?

      def make(folder, now)
        FileUtils.mkdir_p(folder, mode: 0o700)
        made = Store::Backup.write(File.join(folder, now.utc.strftime(NAME)))
        remember(at: now.utc.iso8601, bytes: made.bytes)
        sweep(folder)
      rescue Error, SystemCallError => e
        remember(**(last || {}).slice(:at, :bytes), failed_at: now.utc.iso8601, error: e.message.strip[0, 80])
      end
      private_class_method :make

      def remember(**values) = Store::Settings.set(SETTING, JSON.generate(values))
      private_class_method :remember

      def sweep(folder)
        old = Dir[File.join(folder, "mild-anvil-*.sql.gz")]
        FileUtils.rm_f(old.sort.reverse.drop(KEPT))
      end
      private_class_method :sweep
    end
  end
end
