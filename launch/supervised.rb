# frozen_string_literal: true

module Launch
  # A process that is kept running: started again after a pause that grows when it ends soon, and given up in words when
  # it ends again and again. Where the rest goes on without it, it is left alone for a while then, and a file beside its
  # number says so to the pages. Where the disk is full it waits for room, however long. Its number lies in a file, so
  # that the next start finds it if this launcher is killed.
  class Supervised
    PAUSES = [0, 1, 2, 4, 8, 15].freeze # seconds; one more end after the last of them is too many
    STEADY_SECONDS = 60 # who ran so long begins anew
    STOPS_WITHIN_SECONDS = 20
    ROOM_SECONDS = 5 # between looks whether there is room again
    REST_SECONDS = 300 # before what was given up, and is not needed, is tried again

    attr_reader :name, :log

    # @param name [String] that people know it by
    # @param start [Proc] LogFile -> pid
    # @param pauses [Array<Integer>] before each further start
    # @param folder [String] for its number; @param logs [String] for what it says
    # @param needed [Boolean] whether nothing goes on without it
    def initialize(name, folder: File.join(VAR, "run"), logs: File.join(VAR, "log"), pauses: PAUSES, needed: true,
                   &start)
      @name = name
      @needed = needed
      @start = start
      @folder = folder
      @pid_file = PidFile.new(File.join(folder, "#{name.tr(' ', '-')}.pid"))
      @missing = File.join(folder, "#{name.tr(' ', '-')}.missing")
      @log = LogFile.new(name.tr(" ", "-"), folder: logs)
      @pauses = pauses
      @ends = 0
    end

    # What a killed launcher left running.
    def end_left_over
      @pid_file.end_left_over
      there_again
    end

    def start
      @log.begin_here
      @pid = @start.call(@log)
      @pid_file.write(@pid)
      @started = Launch.now
      @due = nil
    rescue *Room::NONE
      stop # nobody would find it by its number
      raise
    end

    # Looks after it; called again and again.
    # @yield [String] what to tell the person
    # @raise [Trouble] when what is needed was given up
    def look(&tell)
      @log.rotate
      return again(&tell) if @due && Launch.now >= @due
      return if @due
      return steady if running?
      return wait_for_room(&tell) unless Room.in?(@folder)

      @ends = 0 if Launch.now - @started > STEADY_SECONDS
      return given_up(&tell) if @ends >= @pauses.size

      pause = @pauses[@ends]
      @ends += 1
      yield "#{@name} ended (#{why}); it is started again#{" in #{pause} s" if pause.positive?}"
      @due = Launch.now + pause
    end

    # Has not ended, as far as its parent knows.
    def running?
      return false if @pid.nil?

      ended = Process.wait2(@pid, Process::WNOHANG) or return true
      @status = ended.last
      @pid = nil # another process may have that number by now
      false
    rescue Errno::ECHILD
      @pid = nil
      false
    end

    def stop
      return unless @pid || started?

      Launch.end_process(@pid, within: STOPS_WITHIN_SECONDS) if @pid
      @pid_file.remove
      there_again
      @pid = @started = nil
    end

    def started? = !@started.nil?

    # @param name [String] of a signal; nothing where it does not run
    def signal(name) = @pid && Process.kill(name, @pid)

    private

    def again(&tell)
      return wait_for_room(&tell) unless Room.in?(@folder)

      yield("there is room again; #{@name} is started") if @waiting
      @waiting = false
      start
    rescue *Room::NONE
      wait_for_room(&tell)
    end

    # A full disk is nobody's fault among the processes, and no end of theirs counts while it is.
    def wait_for_room
      yield "the disk is full (#{@folder}): #{@name} has ended and waits for room" unless @waiting
      @waiting = true
      @due = Launch.now + ROOM_SECONDS
    end

    # A signal leaves no line in a log.
    def why
      signal = @status&.termsig
      signal ? "killed by signal #{signal}, #{Signal.signame(signal)}" : @log.reason
    end

    def given_up
      give_up if @needed

      yield "#{@name} ended #{@ends + 1} times (#{why}); the rest goes on without it, and it is tried again in " \
            "#{REST_SECONDS / 60} minutes. #{@log.path} says more"
      write_missing
      @due = Launch.now + REST_SECONDS
    end

    def write_missing
      File.write(@missing, Time.now.utc.strftime("%Y-%m-%dT%H:%M:%SZ")) unless File.exist?(@missing)
    rescue *Room::NONE
      nil # the pages find that it does not answer
    end

    def steady = Launch.now - @started > STEADY_SECONDS && there_again

    def there_again = FileUtils.rm_f(@missing)

    def give_up
      raise Trouble.new("#{@name} ended #{@ends + 1} times, the last time with: #{why}",
                        mend: "read #{@log.path}, mend what it names, then start again")
    end
  end
end
