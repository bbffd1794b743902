# frozen_string_literal: true

module MildAnvil
  module Actions
    # Codes from a phone beside the password: whom they are asked of, and what is told of them in the chain.
    module SecondFactor
      SETTING = "second_factor_asked_of"
      MAY_BE_ASKED = %w[reviewer administrator].freeze

      module_function

      # @return [Array<String>] roles
      def asked_of = JSON.parse(Store::Settings.get(SETTING) || "[]") & MAY_BE_ASKED

      # @param roles [Array<String>] of a person
      def asked?(roles) = asked_of.intersect?(roles)

      # @param roles [Array<String>] some of MAY_BE_ASKED; whoever has one of them sets it up at their next look
      # @return [Array<String>]
      # @raise [InvalidInput]
      def ask(roles:, person_id:)
        person = People.fetch!(person_id)
        if (roles - MAY_BE_ASKED).any?
          raise InvalidInput.new("It can be asked of reviewers and administrators",
                                 fields: { roles: "must be some of them" })
        end

        before = asked_of
        Store::Database.write do
          Store::Settings.set(SETTING, JSON.generate(roles.uniq))
          Store::Events.record(:ask_second_factor, person, person_id: person.id, before: { of: before },
                                                           after: { of: roles.uniq })
        end
        asked_of
      end

      # @return [Array<Integer>] accounts that have one
      def accounts = Sequel::Model.db[:account_otp_keys].select_map(:id)

      # A phone that was lost: what it made is good for nothing any more.
      # @param account [Store::Models::Account]
      def take_away(account)
        %i[account_otp_keys account_recovery_codes].each { |table| account.db[table].where(id: account.id).delete }
        account.end_sessions
      end

      # @param what [Symbol] set_up_second_factor, end_second_factor, use_recovery_code
      def tell(what, account_id)
        person = Store::Models::Account[account_id].person
        Store::Database.write { Store::Events.record(what, person, person_id: person.id, after: {}) }
      end
    end
  end
end
