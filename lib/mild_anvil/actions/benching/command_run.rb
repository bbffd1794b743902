# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # What somebody does to a run that is going on. Stop is everybody's, and has a way of its own besides
      # (Web::StopDoor); the rest is whoever drives it.
      module CommandRun
        WORDS = %w[stop hold inspected measured remark].freeze

        module_function

        # @param command [String] one of WORDS
        # @return [Hash] what the recorder says
        # @raise [InvalidInput, Conflict, Forbidden]
        def call(run_id:, command:, person_id:, given: {})
          run = Store::Models::Run.fetch!(run_id)
          raise InvalidInput, "“#{command}” is nothing that can be done" unless WORDS.include?(command)

          Drive.refuse_others!(run, person_id) unless command == "stop"
          given = { figures: HandFigures.read(asked!(run, given[:figures].to_h)) } if command == "measured"
          RecorderLine.ask!(run.bench_id, command, given)
        end

        # @raise [NotFound]
        def known_bench!(id)
          Store::Models::Bench[id] || raise(NotFound.new("there is no bench #{id}", id: id))
        end

        # Only what the procedure asks for, in the unit it asks for.
        def asked!(run, figures)
          units = run.read(:procedure)[:steps].flat_map { |step| step[:figures].to_a }
                     .to_h { |figure| [figure[:name], figure[:unit]] }
          figures.each do |name, typed|
            unit = units[name.to_s]
            next if unit == typed[:unit]

            words = unit ? "is asked for in #{unit}" : "is not asked for"
            raise InvalidInput.new("#{name} #{words}", fields: { name.to_s => words })
          end
        end
        private_class_method :asked!
      end
    end
  end
end
