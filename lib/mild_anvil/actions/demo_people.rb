# frozen_string_literal: true

module MildAnvil
  module Actions
    # The made-up people of the demo, whose sign-in page offers them by one click. A shop of one's own has none.
    module DemoPeople
      FILE = File.expand_path("../../../demo/people.json", __dir__)

      module_function

      # @return [Array<String>] that are here
      def logins = list.map { |row| row[:login] }

      # @return [Boolean] whether somebody is one of them
      def include?(person_id)
        Store::Settings.demo? && logins.include?(Store::Models::Account.where(person_id: person_id).get(:login))
      end

      # @return [Array<Hash>] name, login, password, roles; empty unless the demo was loaded here
      def list
        return [] unless Store::Settings.demo?

        here = Store::Models::Account.select_map(:login)
        JSON.parse(File.read(FILE), symbolize_names: true).select { |row| here.include?(row[:login]) }
            .map { |row| row.slice(:name, :login, :password, :roles) }
      end
    end
  end
end
