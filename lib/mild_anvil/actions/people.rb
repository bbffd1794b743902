# frozen_string_literal: true

module MildAnvil
  module Actions
    # Who is at work; recorded with every judgement.
    module People
      module_function

      # @raise [InvalidInput] when nobody was picked or the id is not known
      def fetch!(id)
        (id && Store::Models::Person[id]) || raise(InvalidInput.new("Pick who is at work in the top bar: it is recorded with what you do", fields: { person_id: "is needed" }))
      end
    end
  end
end
