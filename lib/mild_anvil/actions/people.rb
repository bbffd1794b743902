# frozen_string_literal: true

module MildAnvil
  module Actions
    # Who is at work; named by everything that is written.
    module People
      module_function

      # @return [Store::Models::Person]
      # @raise [NotSignedIn] when nobody is, or they are no longer here
      def fetch!(id)
        person = id && Store::Models::Person[id]
        return person if person&.active

        raise NotSignedIn, "Sign in first: what is written carries a name"
      end

      # @return [Store::Models::Person] in whose name the command line works
      # @raise [Conflict] while nobody looks after this installation
      def administrator
        roles = Store::Models::PersonRole.where(role: "administrator").select(:person_id)
        Store::Models::Person.where(id: roles, active: true).order(:id).first ||
          raise(Conflict, "Nobody looks after this installation yet: take the first person in on the page")
      end
    end
  end
end
