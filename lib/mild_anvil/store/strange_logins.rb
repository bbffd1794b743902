# frozen_string_literal: true

module MildAnvil
  module Store
    # Signing in by names that nobody has: counted and locked as those of people are, so that trying tells nothing of
    # who works here.
    module StrangeLogins
      KEPT_SECONDS = 3600
      SWEPT = 100 # at once

      module_function

      # @param login [String]
      # @return [Boolean] whether it is locked now
      def locked?(login, database = Sequel::Model.db, now: Time.now)
        until_when = row(login, database).get(:locked_until)
        !until_when.nil? && until_when > now
      end

      # One more wrong try.
      # @param tries [Integer] after which it is locked; @param seconds [Integer] for how long
      def tried(login, database = Sequel::Model.db, tries:, seconds:, now: Time.now)
        sweep(database, now)
        row(login, database).where { locked_until <= now }.update(number: 0, locked_until: nil)
        database[:strange_logins].on_duplicate_key_update(number: Sequel[:number] + 1, tried_at: now)
                                 .insert(login_sha256: hash(login), tried_at: now)
        row(login, database).where { number >= tries }.update(locked_until: now + seconds)
      end

      def row(login, database) = database[:strange_logins].where(login_sha256: hash(login))
      private_class_method :row

      def sweep(database, now)
        database[:strange_logins].where { tried_at < now - KEPT_SECONDS }.limit(SWEPT).delete
      end
      private_class_method :sweep

      def hash(login) = OpenSSL::Digest::SHA256.hexdigest(login.to_s.strip.downcase)
      private_class_method :hash
    end
  end
end
