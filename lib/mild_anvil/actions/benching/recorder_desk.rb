# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # The recorder as a whole: a session for every bench that answers somewhere, the socket that the web server speaks
      # to, and the journals that wait to be kept. It goes on without a database, and keeps what it has when there is
      # one again.
      class RecorderDesk
        LOOK_SECONDS = 0.2
        MEET_SECONDS = 2.0
        AGAIN_SECONDS = 2.0
        JOURNALS = "journal"

        # @param var [String] folder of everything that is kept
        def initialize(var)
          @folder = File.join(var, JOURNALS)
          FileUtils.mkdir_p([@folder, File.dirname(RecorderLine.path)])
          @keeper = Keeper.new
          @sessions = BenchSessions.new(var, folder: @folder, finished: @keeper.method(:add))
          @intake = LongTests::Intake.new(var)
          @failed = 0.0
        end

        # Until the block says so.
        def run
          Dir[File.join(@folder, "*.journal")].each { |path| @keeper.add(path) } # what a killed one left
          server = Devices::Recorder::Server.new(RecorderLine.path, @sessions.by_bench,
                                                 follow: @sessions.method(:follow))
          serving = Thread.new { server.run }
          round until yield
          @sessions.stop
          server.close
          serving.join
          @keeper.stop
        end

        private

        def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

        def round
          sleep LOOK_SECONDS
          return if now - @failed < AGAIN_SECONDS

          RunStates.begun(@sessions.recorded_uids)
          return if now - (@met ||= 0.0) < MEET_SECONDS

          @met = now
          @sessions.meet
          RunStates.forget([*@sessions.recorded_uids, *journals])
          @intake.call
        rescue Sequel::Error => e
          @failed = now
          warn "#{Time.now.utc.iso8601} the database is away: #{e.message.lines.first}"
        end

        def journals = Dir[File.join(@folder, "*.journal")].map { |path| File.basename(path, ".journal") }
      end
    end
  end
end
