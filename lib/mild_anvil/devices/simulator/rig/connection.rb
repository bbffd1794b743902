# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      module Rig
        # One line to a bench: takes its bytes apart into commands, keeps answers in their order, and sends as fast as
        # the other end reads. Whole lines only.
        class Connection
          LONGEST = 4096
          MOST_LIVE = 1_000_000 # bytes that wait; then live lines are left out
          MOST = 64_000_000 # then it is closed
          READ_AT_ONCE = 2000 # samples read back in one go
          URGENT = /\A[ \t]*SOUR:STOP[ \t]*\z/i

          attr_reader :socket

          def initialize(socket, bench, commands)
            @socket = socket
            @bench = bench
            @commands = commands
            @in = +"".b
            @out = +"".b
            @waiting = [] # commands behind one that takes its time
            @overlong = @streaming = @busy = @closed = false
          end

          def closed? = @closed
          def pending? = !@out.empty?
          def streaming? = @streaming
          def stream_on = @streaming = true
          def stream_off = @streaming = false

          # @return [Boolean] whether anything came
          def take(now)
            bytes = @socket.read_nonblock(65_536, exception: false)
            return close if bytes.nil?
            return if bytes == :wait_readable

            @bench.heard = now if @bench.mine?(self)
            @in << bytes
            lines { |line| command(line, now) }
          rescue SystemCallError, IOError
            close
          end

          # @param lines [Array<String>] live
          def live(lines)
            return if !@streaming || @out.bytesize > MOST_LIVE

            lines.each { |line| @out << line << "\n" }
          end

          # The answer to a command that took its time.
          def late(text)
            say(text)
            @busy = false
            go_on
          end

          def read_back(first, last) = @reading = [first, last]

          # A part of what is read back, so that nobody else waits.
          def continue
            return if @reading.nil? || @out.bytesize > MOST_LIVE

            first, last = @reading
            upto = [first + READ_AT_ONCE, last].min
            @bench.memory.lines(first, upto).each { |line| say(line) }
            return @reading = [upto, last] if upto < last

            @reading = nil
            late("OK")
          end

          def flush
            return if @out.empty? || @closed

            sent = @socket.write_nonblock(@out, exception: false)
            @out = @out.byteslice(sent..) unless sent == :wait_writable
            close if @out.bytesize > MOST
          rescue SystemCallError, IOError
            close
          end

          def close
            return if @closed

            @closed = true
            @bench.free if @bench.mine?(self)
            @socket.close
          rescue SystemCallError, IOError
            nil
          end

          private

          def lines
            while (at = @in.index("\n"))
              line = @in.slice!(0..at).chomp
              next @overlong = false if @overlong
              next too_long if line.bytesize > LONGEST

              yield line unless line.strip.empty?
            end
            return if @in.bytesize <= LONGEST

            @in.clear
            too_long unless @overlong
            @overlong = true
          end

          def too_long = queue(-363)

          # Stop acts at once, whatever is being answered; its answer keeps its place.
          def command(line, now)
            return say(@bench.error(-221, "not now")) if @bench.refuses?

            @bench.machine.stop if URGENT.match?(line.scrub)
            queue(line, now)
          end

          def queue(line, now = nil)
            @waiting << [line, now]
            go_on
          end

          def go_on
            until @busy || @waiting.empty?
              line, now = @waiting.shift
              answer = line == -363 ? @bench.error(-363, "line too long") : answered(line, now)
              answer == Commands::LATER ? @busy = true : say(answer)
            end
          end

          def answered(line, now)
            return @bench.error(-113, "unknown") unless line.ascii_only?

            @commands.answer(line, from: self, now: now)
          end

          def say(line) = @out << line << "\n"
        end
      end
    end
  end
end
