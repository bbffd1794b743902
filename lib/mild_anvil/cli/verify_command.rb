# frozen_string_literal: true

module MildAnvil
  module Cli
    # bin/anvil verify: everything that is kept, against its hash and what it was computed from; a line a kind.
    module VerifyCommand
      module_function

      # @param out [IO]
      # @return [Integer] 0 when all is sound, 1 when something is not
      def call(_argument, out:, options: {})
        Store::Database.present!(Sequel::Model.db)
        found = Actions::Verify::Evidence.call { |part| out.puts part.in_words unless options[:json] }
        out.puts JSON.pretty_generate(found.map(&:to_h)) if options[:json]
        found.all?(&:sound?) ? 0 : 1
      end
    end
  end
end
