# frozen_string_literal: true

module MildAnvil
  module Actions
    # Who can be at work.
    module SessionFacts
      module_function

      def database_answers! = Sequel::Model.db.test_connection

      # @return [Array<Hash>]
      def people = Store::Models::Person.order(:id).map(&:values)
    end
  end
end
