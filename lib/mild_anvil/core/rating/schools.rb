# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # The registered schools: every constant of this folder that keeps the contract. Adding a file adds a school.
      module Schools
        module_function

        # @return [Array<School>] in the order of the ledger
        def all = constants.map { |name| const_get(name) }.grep(School).sort_by { |school| school::POSITION }

        # @return [School, nil]
        def find(key) = all.find { |school| key.to_sym == school::KEY }
      end
    end
  end
end
