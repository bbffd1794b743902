# frozen_string_literal: true

require_relative "hostile_bench"

# The weathers, each a line of what a driver has to live with.
module BadWeather
  Weather = HostileBench::Weather

  # Lines torn over packets, many in one; garbage and binary in between; unasked answers.
  class Torn < Weather
    def line(line)
      made = +""
      made << random.bytes(random.rand(1..30)).tr("\nDE", "x") << "\n" if random.rand < 0.05
      if random.rand < 0.02 && line.start_with?("D")
        made << ["OK\n", "ERR\n", "D \n", "E x\n",
                 "12\n"].sample(random: random)
      end
      made << line << "\n"
      at = random.rand(made.bytesize)
      [made.byteslice(0, at), made.byteslice(at..)]
    end
  end

  # Fields that are empty or no numbers.
  class Missing < Weather
    def line(line)
      return super unless line.start_with?("D ") && random.rand < 0.03

      number, seconds, _, *rest = line.split(",", -1)
      ["#{[number, seconds, random.rand < 0.5 ? '' : 'oops', *rest].join(',')}\n"]
    end
  end

  # What was sent comes again.
  class Repeated < Weather
    def line(line)
      return super unless line.start_with?("D ")

      sent = (@sent = [*@sent, line].last(4))
      random.rand < 0.05 ? sent.map { |one| "#{one}\n" } : super
    end
  end

  # Every so many commands are refused, whatever they are.
  class Refusing < Weather
    def initialize(seed, every: 3)
      super(seed)
      @every = every
      @count = seed % every
    end

    def command(_line) = ((@count += 1) % @every).zero? ? [:refuse, "not now"] : :pass
  end

  # Refuses stop a few times, and the state with it.
  class RefusingStop < Weather
    def initialize(seed)
      super
      @left = 2 + (seed % 3)
    end

    def command(line)
      return [:refuse, "not now"] if line == "SYST:STAT?" && @stopped && random.rand < 0.7
      return :pass unless line == "SOUR:STOP" && @left.positive?

      @stopped = true
      @left -= 1
      [:refuse, "not now"]
    end
  end

  # Answers one command after everybody gave up waiting for it.
  class Late < Weather
    def initialize(seed, command, seconds: 1.4)
      super(seed)
      @command = command
      @seconds = seconds
    end

    def command(line)
      return :pass unless !@done && line.start_with?(@command)

      @done = true
      [:late, @seconds]
    end
  end

  # Refuses a command late: nobody waits for the refusal any more.
  class LateRefusal < Weather
    def initialize(seed, command)
      super(seed)
      @command = command
    end

    def command(line) = line.start_with?(@command) ? :swallow : :pass
  end

  # No answer to anything, from a moment on.
  class Deaf < Weather
    attr_accessor :deaf

    def command(_line) = deaf ? :swallow : :pass
  end

  # Does not say when it was switched on.
  class Nameless < Weather
    attr_accessor :closed

    def command(line) = line == "SYST:BOOT?" ? [:refuse, "unknown"] : :pass
    def open? = !closed
  end

  # Nobody is let in for a while.
  class Closed < Weather
    attr_accessor :closed

    def open? = !closed
  end
end
