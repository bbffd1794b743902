# frozen_string_literal: true

module MildAnvil
  module Actions
    # Takes people in, says what they may do, lets them go. Nobody is deleted: what they did carries their name.
    module ManagePeople
      ROLES = %w[technician reviewer administrator viewer].freeze

      module_function

      # @return [Array<Hash>]
      def list
        second = SecondFactor.accounts
        Store::Models::Person.order(:name).eager(:person_roles, :account).all.map { |person| row(person, second) }
      end

      # @param password_hash [String]
      # @param by [Integer, nil] who takes them in; nil for the very first one, who takes in themselves
      # @return [Store::Models::Person]
      def add(name:, login:, roles:, password_hash:, by: nil)
        check!(roles)
        Store::Database.write do
          refuse_taken!(login)
          person = Store::Models::Person.create(name: name.strip)
          set_roles(person, roles)
          Store::Models::Account.create(person_id: person.id, login: login.strip.downcase, password_hash: password_hash)
          Store::Events.record(:add_person, person, person_id: by || person.id,
                                                    after: { name: name, login: login, roles: roles })
          person
        end
      end

      # @param values [Hash] any of name, roles, active, password_hash; second_factor: false takes theirs away
      # @param version [Integer, nil] of the person as the administrator saw them
      # @return [Store::Models::Person]
      # @raise [Conflict] where nobody would be left to administer, or they were changed meanwhile
      def change(id:, values:, by:, version: nil)
        actor = People.fetch!(by)
        Store::Database.write do
          person = Store::Models::Person.fetch!(id).lock!
          Stale.refuse!(person, version, person.name)
          before = { name: person.name, roles: person.roles, active: person.active }
          check!(values[:roles]) if values[:roles]
          apply(person, values)
          end_keys(person, before, values)
          refuse_no_administrator!
          after = values.except(:password_hash).merge(password: values.key?(:password_hash))
          Store::Events.record(:change_person, person, person_id: actor.id, before: before, after: after)
          person.refresh
        end
      end

      # @param second [Array<Integer>] accounts with a second factor
      def row(person, second = SecondFactor.accounts)
        { id: person.id, name: person.name, roles: person.roles, active: person.active, login: person.account&.login,
          version: person.version, second_factor: second.include?(person.account&.id) }
      end

      def apply(person, values)
        person.update(version: person.version + 1, **values.slice(:name, :active))
        set_roles(person, values[:roles]) if values[:roles]
        account = person.account or return
        account.update(password_hash: values[:password_hash]) if values[:password_hash]
        account.update(status_id: person.active ? Store::Models::Account::OPEN : Store::Models::Account::CLOSED)
        SecondFactor.take_away(account) if values[:second_factor] == false
        account.end_sessions if !person.active || values[:password_hash]
      end
      private_class_method :apply

      # Keys were made under a password and for what their person might do then.
      def end_keys(person, before, values)
        others = values[:roles] && values[:roles].sort != before[:roles].sort
        Tokens.end_all_of(person.id) if !person.active || values[:password_hash] || others
      end
      private_class_method :end_keys

      def set_roles(person, roles)
        Store::Models::PersonRole.where(person_id: person.id).delete
        roles.uniq.each { |role| Store::Models::PersonRole.create(person_id: person.id, role: role) }
        person.associations.delete(:person_roles)
      end
      private_class_method :set_roles

      def check!(roles)
        return if roles.any? && (roles - ROLES).empty?

        raise InvalidInput.new("A person has at least one of the roles #{ROLES.join(', ')}",
                               fields: { roles: "must be some of them" })
      end
      private_class_method :check!

      def refuse_taken!(login)
        return if Store::Models::Account.where(login: login.strip.downcase).empty?

        raise InvalidInput.new("Somebody signs in by that name already", fields: { login: "is taken" })
      end
      private_class_method :refuse_taken!

      def refuse_no_administrator!
        administrators = Store::Models::PersonRole.where(role: "administrator").select(:person_id)
        left = Store::Models::Person.where(active: true, id: administrators)
        raise Conflict, "Somebody must stay administrator" if left.empty?
      end
      private_class_method :refuse_no_administrator!
    end
  end
end
