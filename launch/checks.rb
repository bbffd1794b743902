# frozen_string_literal: true

require "open3"

module Launch
  # Runs every check against a database of its own and sums up once.
  class Checks
    RUBY_TESTS = "test/{core,devices,store,actions,web,cli,admin,documents}/**/*_test.rb"
    Outcome = Struct.new(:name, :passed, :seconds, :said, keyword_init: true)
    LAST_LINES = 60

    # @param parts [Array<String>] names of parts to run; none: all
    def initialize(parts)
      @parts = parts
      @outcomes = []
    end

    # @return [Integer] exit status
    def run
      puts "Setting up"
      Packages.ready(testing: true)
      FrontEnd.ready
      database = DatabaseServer.new(File.join(VAR, "test-database"), port: Launch.any_free_port,
                                                                     name: "mild_anvil_test")
      database.start
      check(database)
      sum_up
    ensure
      database&.stop
    end

    private

    def check(database)
      env = { "DATABASE_URL" => database.url, "OWNER_DATABASE_URL" => database.owner_url, "RACK_ENV" => "test" }
      part("lint", "Ruby lint") { command({}, "bundle", "exec", "rubocop", "--format", "simple") }
      part("ruby", "Ruby: core, devices, store, actions, web, command line") { ruby(env, RUBY_TESTS) }
      part("ruby", "Architecture") { ruby(env, "test/architecture_test.rb") }
      part("ruby", "Setting up and starting") { ruby(env, "test/launch/**/*_test.rb") }
      part("front", "Front end: types") { npm("check") }
      part("front", "Front end: lint") { npm("lint") }
      part("front", "Front end: format") { npm("format:check") }
      part("front", "Front end: unit tests") { npm("test") }
      part("browser", "Journeys in the browser") { ruby(env, "test/browser/**/*_test.rb") }
    end

    def part(key, name)
      return unless @parts.empty? || @parts.include?(key)

      puts "\n== #{name}"
      started = Launch.now
      @said = []
      passed = yield
      @outcomes << Outcome.new(name: name, passed: passed, seconds: Launch.now - started, said: @said)
    end

    def ruby(env, pattern)
      prepare(env) && command(env, "bundle", "exec", "ruby", "-Itest", "-e",
                              "Dir[#{pattern.dump}].sort.each { |file| require File.expand_path(file) }")
    end

    # The schema of the test database, made anew where it is missing.
    def prepare(env)
      @prepared ||= command(env, "bundle", "exec", "ruby", "bin/prepare", "--no-demo")
    end

    def npm(script) = command({}, "npm", "run", "--silent", script, chdir: FrontEnd::FOLDER)

    # Passes on what a command says, and keeps the end of it.
    def command(env, *words, chdir: ROOT)
      Open3.popen2e(env, *words, chdir: chdir) do |input, output, ended|
        input.close
        output.each_line do |line|
          print line
          @said = [*@said, line].last(LAST_LINES) if @said
        end
        ended.value.success?
      end
    end

    # What failed is said once more at the end, where a long log is read first.
    def sum_up
      @outcomes.reject(&:passed).each { |o| puts "\n== the end of: #{o.name}", o.said }
      puts "\n#{'-' * 72}"
      @outcomes.each { |o| puts format("%-8s %-54s %6.1f s", o.passed ? "passed" : "FAILED", o.name, o.seconds) }
      failed = @outcomes.count { |o| !o.passed }
      puts failed.zero? ? "All passed." : "#{failed} of #{@outcomes.size} failed."
      failed.zero? ? 0 : 1
    end
  end
end
