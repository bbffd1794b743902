# frozen_string_literal: true

module MildAnvil
  module Admin
    # bin/anvil verify: everything that is kept, against its hash and what it was computed from; a line a kind.
    module VerifyCommand
      module_function

      # @param out [IO]
      # @return [Integer] 0 when all is sound, 1 when something is not
      def call(_path = nil, out: $stdout, json: false)
        Store::Database.present!(Sequel::Model.db)
        found = Actions::Verify::Evidence.call { |part| out.puts part.in_words unless json }
        out.puts JSON.pretty_generate(found.map(&:to_h)) if json
        found.all?(&:sound?) ? 0 : 1
      end
    end
  end
end
