# frozen_string_literal: true

module MildAnvil
  module Actions
    # Whether the database answers, and who somebody is.
    module SessionFacts
      module_function

      def database_answers! = Sequel::Model.db.test_connection

      # @return [Hash, nil] of a person who is here
      def person(id)
        person = id && Store::Models::Person[id]
        person&.active ? facts(person) : nil
      end

      # @param person [Store::Models::Person] who is here
      # @return [Hash] id, name, roles
      def facts(person) = { id: person.id, name: person.name, roles: person.roles }

      # @return [Integer, nil] whose account it is
      def person_of_account(account_id) = account_id && Store::Models::Account[account_id]&.person_id

      # @return [Boolean] whether anybody can sign in
      def people? = !Store::Models::Account.empty?
    end
  end
end
