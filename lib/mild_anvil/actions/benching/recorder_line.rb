# frozen_string_literal: true

require "json"
require "socket"
require "timeout"

module MildAnvil
  module Actions
    module Benching
      # Speaks to the recorder: a request and its answer.
      module RecorderLine
        SOCKET = "run/recorder.sock"
        PATIENCE_SECONDS = 10

        module_function

        # @return [String] where the recorder listens
        def path
          var = ENV.fetch("MILD_ANVIL_VAR", File.expand_path("../../../../var", __dir__))
          ENV.fetch("RECORDER_SOCKET", File.join(var, SOCKET))
        end

        # @return [Hash] the answer; refused: words when nobody answers
        def ask(bench_id, asked, given = {}, after: 0)
          Timeout.timeout(PATIENCE_SECONDS) do
            UNIXSocket.open(path) do |socket|
              socket.write("#{JSON.generate(ask: asked, bench: bench_id, given: given, after: after)}\n")
              answer = socket.gets
              answer ? JSON.parse(answer, symbolize_names: true) : { refused: "the recorder ended" }
            end
          end
        rescue SystemCallError, IOError, Timeout::Error, JSON::ParserError
          { refused: "the recorder does not answer" }
        end

        # @return [Hash]
        # @raise [Conflict] in the words of whoever refused
        def ask!(...)
          answer = ask(...)
          raise Conflict, answer[:refused].to_s.sub(/\A./, &:upcase) if answer[:refused]

          answer
        end
      end
    end
  end
end
