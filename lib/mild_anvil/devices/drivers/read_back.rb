# frozen_string_literal: true

module MildAnvil
  module Devices
    module Drivers
      # What a line did not bring is asked for again from the bench's own memory, part of TcpBench: the newest of it at
      # once and in its order, what lies further back when there is time. What the bench no longer holds stays a gap.
      module ReadBack
        AT_ONCE = 4000 # samples asked for in one go
        IN_ORDER = 60_000 # newest samples of a gap that whatever follows waits for
        BEGUN_SECONDS = 2.0 # at most between two lines of an answer
        READ_SECONDS = 8.0 # at most for all of it
        TWICE = 2 # what was torn is asked for once more

        # @return [Array<Array(Integer, Integer)>] from, up to: not asked for yet
        attr_reader :owed

        # @param seconds [Float] to take at most
        # @return [Array<Sample, Event>] of what was owed; they belong further back
        # @raise [EOFError] when the line is gone
        def collect_owed(seconds)
          deadline = now + seconds
          found = []
          while (part = @owed.shift)
            next @owed.unshift(part) && break if now > deadline || !connected?

            from, upto = part
            @owed.unshift([from + AT_ONCE, upto]) if upto - from > AT_ONCE
            found.concat(@intake.apart { read(from, [upto - from, AT_ONCE].min) })
          end
          found
        rescue Refused
          found
        end

        private

        def fill(from, upto)
          near = [from, upto - IN_ORDER].max
          @owed << [from, near] if near > from
          near.step(upto - 1, AT_ONCE) do |first|
            last = [first + AT_ONCE, upto].min
            @intake.filling(first, last) { TWICE.times { read(first, last - first) unless @intake.whole? } }
          end
        rescue Refused
          nil
        end

        # Waits as long as lines come.
        def read(first, count)
          resynchronise if @doubt
          asked = put("TRAC:READ? #{first},#{count}")
          deadline = now + READ_SECONDS
          until asked.answer
            listen(Talk::LISTEN_SECONDS)
            return refuse_silence("TRAC:READ?") if quiet_seconds > BEGUN_SECONDS || now > deadline
          end
          raise Refused.new("the bench does not read back", code: asked.refusal[1].to_i) if asked.refusal
        end
      end
    end
  end
end
