# frozen_string_literal: true

module MildAnvil
  module Actions
    # The made-up people of the demo, whose sign-in page offers them by one click. A shop of one's own has none.
    module DemoPeople
      FILE = File.expand_path("../../../demo/people.json", __dir__)

      module_function

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
