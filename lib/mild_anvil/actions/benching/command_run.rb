# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # What somebody does to a run that is going on. Stop is everybody's; the rest is whoever began it.
      module CommandRun
        WORDS = %w[stop hold inspected remark].freeze

        module_function

        # @param command [String] one of WORDS
        # @return [Hash] what the recorder says
        # @raise [InvalidInput, Conflict, Forbidden]
        def call(run_id:, command:, person_id:, given: {})
          run = Store::Models::Run.fetch!(run_id)
          raise InvalidInput, "“#{command}” is nothing that can be done" unless WORDS.include?(command)
          if command != "stop" && run.person_id != person_id
            raise Forbidden, "#{run.person.name} runs this pull: ask them, or stop it"
          end

          RecorderLine.ask!(run.bench_id, command, given)
        end
      end
    end
  end
end
