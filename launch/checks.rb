# frozen_string_literal: true

require_relative "lane"

module Launch
  # Runs every check against a database of its own and sums up once. What needs no database runs beside what does, on
  # one processor; what starts whole applications or a browser runs alone.
  class Checks
    WITH_DATABASE = "test/{store,actions,web,cli,admin,documents}/**/*_test.rb"
    WITHOUT_DATABASE = "test/{core,devices}/**/*_test.rb"

    # @param parts [Array<String>] names of parts to run; none: all
    def initialize(parts)
      @parts = parts
      @lane = Lane.new(aloud: true)
      @aside = Lane.new(aloud: false)
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
      beside = Thread.new { beside_the_database }
      part("ruby", "Ruby: store, actions, web, papers, command line") { ruby(env, WITH_DATABASE) }
      part("ruby", "Architecture") { ruby(env, "test/architecture_test.rb") }
      beside.join
      part("ruby", "Setting up and starting") { ruby(env, "test/launch/**/*_test.rb") }
      part("browser", "Journeys in the browser") { ruby(env, "test/browser/**/*_test.rb") }
    end

    def beside_the_database
      part("lint", "Ruby lint", @aside) { @aside.command({}, "bundle", "exec", "rubocop", "--format", "simple") }
      part("front", "Front end: types", @aside) { npm("check") }
      part("front", "Front end: lint", @aside) { npm("lint") }
      part("front", "Front end: format", @aside) { npm("format:check") }
      part("front", "Front end: unit tests", @aside) { npm("test", "--", "--maxWorkers=1") }
      part("ruby", "Ruby: core, devices", @aside) { ruby({}, WITHOUT_DATABASE, @aside) }
    end

    def part(key, name, lane = @lane, &block)
      lane.part(name, &block) if @parts.empty? || @parts.include?(key)
    end

    # @param env [Hash] of the database; empty: without one
    def ruby(env, pattern, lane = @lane)
      (env.empty? || prepare(env)) &&
        lane.command(env, "bundle", "exec", "ruby", "-Itest", "-e",
                     "Dir[#{pattern.dump}].sort.each { |file| require File.expand_path(file) }")
    end

    # The schema of the test database, made anew where it is missing.
    def prepare(env)
      @prepared ||= @lane.command(env, "bundle", "exec", "ruby", "bin/prepare", "--no-demo")
    end

    def npm(script, *more) = @aside.command({}, "npm", "run", "--silent", script, *more, chdir: FrontEnd::FOLDER)

    # What failed is said once more at the end, where a long log is read first.
    def sum_up
      outcomes = @lane.outcomes + @aside.outcomes
      outcomes.reject(&:passed).each { |o| puts "\n== the end of: #{o.name}", o.said }
      puts "\n#{'-' * 72}"
      outcomes.each { |o| puts format("%-8s %-54s %6.1f s", o.passed ? "passed" : "FAILED", o.name, o.seconds) }
      puts(outcomes.flat_map(&:wrong).flat_map { |lines| ["", *lines] }) # a log that is cut is cut before these
      failed = outcomes.count { |o| !o.passed }
      puts failed.zero? ? "All passed." : "#{failed} of #{outcomes.size} failed."
      failed.zero? ? 0 : 1
    end
  end
end
