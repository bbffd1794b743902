# frozen_string_literal: true

module MildAnvil
  module Actions
    # Takes in the first person of an empty shop: only while nobody can sign in.
    module FirstAdministrator
      ROLES = %w[administrator technician reviewer].freeze

      module_function

      # @return [Store::Models::Person]
      # @raise [Forbidden]
      def call(name:, login:, password_hash:)
        Store::NamedLock.hold("anvil-first-administrator") do
          raise Forbidden, "People are set up already: ask an administrator" if SessionFacts.people?

          ManagePeople.add(name: name, login: login, roles: ROLES, password_hash: password_hash)
        end
      end
    end
  end
end
