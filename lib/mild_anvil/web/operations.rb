# frozen_string_literal: true

module MildAnvil
  module Web
    # Routes by the name of their operation: path and verb, permission and check of the request come from the one
    # description.
    module Operations
      # @yieldparam given [CheckedRequest]
      def operation(id, &block)
        described = Description.shared.operation(id)
        public_send(described.verb, described.pattern) do
          trust!
          authorize!(id)
          instance_exec(CheckedRequest.new(described, request, params), &block)
        end
      end
    end
  end
end
