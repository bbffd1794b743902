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
        FORGOTTEN_SECONDS = 30 # after which a run that nobody records was never begun
        AGAIN_SECONDS = 2.0
        JOURNALS = "journal"

        # @param var [String] folder of everything that is kept
        def initialize(var)
          @var = var
          @folder = File.join(var, JOURNALS)
          FileUtils.mkdir_p([@folder, File.dirname(RecorderLine.path)])
          @sessions = {}
          @intake = LongTests::Intake.new(var)
          @waiting = Queue.new
          @failed = 0.0
        end

        # Until the block says so.
        def run
          Dir[File.join(@folder, "*.journal")].each { |path| @waiting << path } # what a killed one left
          server = Devices::Recorder::Server.new(RecorderLine.path, @sessions)
          serving = Thread.new { server.run }
          round until yield
          @sessions.each_value(&:stop)
          server.close
          serving.join
        end

        private

        def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

        def round
          sleep LOOK_SECONDS
          return if now - @failed < AGAIN_SECONDS

          if now - (@met ||= 0.0) >= MEET_SECONDS
            @met = now
            meet_benches
            forget_runs
            @intake.call
          end
          keep(@waiting.pop) until @waiting.empty?
        rescue Sequel::Error => e
          @failed = now
          warn "#{Time.now.utc.iso8601} the database is away: #{e.message.lines.first}"
        end

        # Benches that were entered since; known ones go on without the database.
        def meet_benches
          Store::Models::Bench.in_use.exclude(address: nil).exclude(address: "").each do |bench|
            next if @sessions.key?(bench.id)

            driver = Address.driver(bench.address, @var)
            @sessions[bench.id] = Devices::Recorder::Session.new(bench.name, driver, folder: @folder,
                                                                                     finished: @waiting.method(:<<))
            @sessions[bench.id].start
          end
        end

        # Whoever began it ended before the recorder knew of it: it would hold the bench for ever.
        def forget_runs
          known = [*@sessions.each_value.filter_map { |session| session.recording&.uid },
                   *Dir[File.join(@folder, "*.journal")].map { |path| File.basename(path, ".journal") }]
          Store::Models::Run.where(state: "recording").exclude(uid: known)
                            .where { created_at < Time.now - FORGOTTEN_SECONDS }.each do |run|
            run.update(state: "interrupted", ended: "nothing was recorded", ended_at: Time.now)
          end
        end

        # A journal that cannot be kept now is tried again; one that makes no sense is put aside and said.
        def keep(path)
          KeepRun.call(path)
        rescue Sequel::Error
          @waiting << path
          raise
        rescue MildAnvil::Error, SystemCallError => e
          warn "#{Time.now.utc.iso8601} #{File.basename(path)} was not kept: #{e.message}"
        end
      end
    end
  end
end
