# frozen_string_literal: true

module MildAnvil
  module Core
    module Judgement
      # The registered ways of counting: every module of this folder that keeps the contract of Rule. Adding a file
      # adds a way.
      module Rules
        module_function

        # @return [Array<Rule>] in the order in which they are offered
        def all = constants.map { |name| const_get(name) }.grep(Rule).sort_by { |rule| rule::POSITION }

        # @return [Rule]
        # @raise [InvalidInput]
        def find!(key)
          all.find { |rule| key.to_s.to_sym == rule::KEY } ||
            raise(InvalidInput.new("“#{key}” is no way to count; use #{keys.join(', ')}",
                                   fields: { counts_as: "must be one of #{keys.join(', ')}" }))
        end

        # @param kase [Case]
        # @return [Judged]
        def judge(kase) = find!(kase.counts_as).judge(kase)

        # @return [Boolean] whether a feature that counts so has failed
        def fails?(key) = key && find!(key)::FAILS

        def keys = all.map { |rule| rule::KEY.to_s }
      end
    end
  end
end
