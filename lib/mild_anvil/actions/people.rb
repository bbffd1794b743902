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
    end
  end
end
