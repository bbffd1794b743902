# frozen_string_literal: true

require "json"
require "socket"
require "timeout"

module MildAnvil
  module Actions
    module Benching
      # Speaks to the recorder: a request and its answer. What was never delivered is refused; what was, and is not
      # answered, nobody knows of.
      module RecorderLine
        SOCKET = "run/recorder.sock"
        PATIENCE_SECONDS = 10
        SILENT = "the recorder does not answer"

        module_function

        # @return [String] where the recorder listens
        def path
          var = ENV.fetch("MILD_ANVIL_VAR", File.expand_path("../../../../var", __dir__))
          ENV.fetch("RECORDER_SOCKET", File.join(var, SOCKET))
        end

        # @return [Hash] the answer; refused: words when nobody was there; unknown: words when it was sent and not
        #   answered
        def ask(bench_id, asked, given = {}, after: 0, patience: PATIENCE_SECONDS)
          sent = false
          Timeout.timeout(patience) do
            UNIXSocket.open(path) do |socket|
              socket.write("#{JSON.generate(ask: asked, bench: bench_id, given: given, after: after)}\n")
              sent = true
              answer = socket.gets
              answer ? JSON.parse(answer, symbolize_names: true) : { unknown: "the recorder ended" }
            end
          end
        rescue SystemCallError, IOError, Timeout::Error, JSON::ParserError
          sent ? { unknown: SILENT } : { refused: SILENT }
        end

        # @return [Hash]
        # @raise [Conflict] in the words of whoever refused
        def ask!(...)
          answer = ask(...)
          words = answer[:refused] || answer[:unknown] or return answer
          raise Conflict, words.to_s.sub(/\A./, &:upcase)
        end
      end
    end
  end
end
