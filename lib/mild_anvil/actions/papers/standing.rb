# frozen_string_literal: true

module MildAnvil
  module Actions
    module Papers
      # How a signed statement stands: in force, superseded, withdrawn.
      module Standing
        Standing = Documents::Paper::Standing

        module_function

        # @param statement [Store::Models::Statement]
        # @return [String] empty, superseded or withdrawn
        def of(statement)
          return "withdrawn" if statement.withdrawal
          return "superseded" if statement.superseded_by

          ""
        end

        # @return [Documents::Paper::Standing, nil]
        def on_paper(statement)
          withdrawal = statement.withdrawal
          better = statement.superseded_by
          if withdrawal
            return Standing.new(word: "withdrawn", line: "#{Signing::Hand.name(withdrawal)}, " \
                                                         "#{withdrawal.created_at.utc.strftime('%Y-%m-%d')}: " \
                                                         "#{withdrawal.reason}")
          end
          better && Standing.new(word: "superseded", line: "#{better.number}: #{better.revision_reason}")
        end

        # @return [Documents::Paper::Standing] stronger than any other
        def practice = Standing.new(word: "practice", line: "The pieces are made up. This is no test and no rating.")

        # @return [Documents::Paper::Standing]
        def preview = Standing.new(word: "preview", line: "")
      end
    end
  end
end
