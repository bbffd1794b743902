# frozen_string_literal: true

module MildAnvil
  module Actions
    # Takes in the first person of an empty shop: only while nobody can sign in.
    module FirstAdministrator
      ROLES = %w[administrator technician reviewer].freeze

      module_function

      # @yieldreturn [String] hash of the password: made only while it is wanted, since it costs time and memory
      # @return [Store::Models::Person]
      # @raise [Forbidden]
      def call(name:, login:)
        only_while_empty!
        Store::NamedLock.hold("anvil-first-administrator") do
          only_while_empty!
          ManagePeople.add(name: name, login: login, roles: ROLES, password_hash: yield)
        end
      end

      def only_while_empty!
        raise Forbidden, "People are set up already: ask an administrator" if SessionFacts.people?
      end
      private_class_method :only_while_empty!
    end
  end
end
