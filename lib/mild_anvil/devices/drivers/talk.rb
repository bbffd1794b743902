# frozen_string_literal: true

module MildAnvil
  module Devices
    module Drivers
      # Questions and answers on the line to a bench, part of TcpBench. After a question that nobody answered the line
      # is in doubt: nothing is believed until a query was answered whose answer can be nothing else.
      module Talk
        PATIENCE_SECONDS = 1.0
        FENCE_SECONDS = 0.25
        # Each of another form: the answer to one of them ends all that was asked before.
        FENCES = ["SYST:VERS?", "*IDN?", "SYST:STAT?"].freeze
        SURPLUS_SECONDS = 0.12
        TRIES = 5 # of what was refused
        PAUSE_SECONDS = 0.015 # longer each time, so that what refuses by turns does not hit the same one
        UNFIT = "answers do not fit their questions"
        LISTEN_SECONDS = 0.05 # at most in one go
        MOTION = /\ASOUR:(?:RAMP|CYCL|REL)/

        # @return [Float] seconds that it listened since the last reading came
        attr_reader :quiet_seconds

        # Nothing that moves leaves from now on, whoever asks for it.
        def halt! = @halted = true
        def go! = @halted = false
        def halted? = @halted

        # @return [String] the answer
        # @raise [Refused]
        def ask(command, seconds: PATIENCE_SECONDS)
          resynchronise if @doubt
          asked = put(command)
          answer = await(asked, seconds)
          return refuse_silence(command) if answer.nil?

          refusal = asked.refusal or return answer
          raise Refused.new("#{command[0, 40]}: #{refusal[2]}", code: refusal[1].to_i)
        rescue SystemCallError, IOError
          close
          raise Refused, "the line to the bench is lost"
        end

        # Asked again where it is refused, a few times.
        # @raise [Refused] the last one
        def insist(command, **rest) = again { ask(command, **rest) }

        # Set and proved: refused, it is set again; answered by something that was no answer, too.
        # @raise [Refused]
        def set(command)
          again do
            before = @exchange&.surplus
            ask(command)
            prove
            raise Refused.new(UNFIT, code: 0) if @exchange.surplus > before
          end
        end

        # Written at once, by any thread, beside whatever is being asked.
        # @return [Exchange::Asked, nil] nil without a line
        def cry(command)
          put(command)
        rescue Refused, SystemCallError, IOError
          nil
        end

        private

        def again
          tries = 0
          begin
            yield
          rescue Refused => e
            raise if e.silence? || halted? || (tries += 1) == TRIES

            sleep PAUSE_SECONDS * tries
            retry
          end
        end

        def put(command)
          line = @line or raise Refused, "there is no line to the bench"
          line.send(command) do
            raise Refused, "it is being stopped" if @halted && MOTION.match?(command)

            @exchange.ask(command)
          end
        end

        def refuse_silence(command)
          @doubt = true
          raise Refused, "the bench does not answer #{command[0, 40]}"
        end

        # @return [String, nil]
        def await(asked, seconds)
          deadline = now + seconds
          listen(deadline - now) until asked.answer || now > deadline
          asked.answer
        end

        # Reads what has come, and counts how long it listened to no reading at all: what this machine was too busy to
        # hear is no silence.
        def listen(seconds)
          began = now
          heard = @intake.heard_at
          take(@line.lines(seconds.clamp(0, LISTEN_SECONDS)))
          @quiet_seconds = @intake.heard_at == heard ? @quiet_seconds + [now - began, LISTEN_SECONDS].min : 0.0
        end

        # An answer in its own form, so that whatever came before it is known to be over. Its own refusal is told from
        # a refusal of what went before: behind that one the state would still come.
        def prove
          before = @exchange.surplus
          status
        rescue Refused => e
          raise if e.silence?

          deadline = now + SURPLUS_SECONDS
          listen(deadline - now) while now < deadline && @exchange.surplus == before
          raise Refused.new(UNFIT, code: e.code) if @exchange.surplus > before

          again { status }
        end

        # @raise [EOFError] where nothing can be believed any more
        def resynchronise
          FENCES.each do |fence|
            asked = put(fence)
            next if await(asked, FENCE_SECONDS).nil? || asked.refusal

            return @doubt = false
          end
          raise EOFError, "the bench answers nothing that can be believed"
        end
      end
    end
  end
end
