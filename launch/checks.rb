# frozen_string_literal: true

require_relative "lane"

module Launch
  # Runs every check and sums up once. What needs no database, and what waits for benches and processes more than it
  # computes, runs beside the rest, the latter with a database of its own and before all others: a bench does not wait
  # for a machine. What starts whole applications or a browser runs alone.
  class Checks
    WAITING = "test/{actions/{benching,proving,long_tests}/**/*,devices/{driver_contract,recorder,stopper}}_test.rb"
    WITH_DATABASE = "test/{store,actions,web,cli,admin,documents}/**/*_test.rb"
    WITHOUT_DATABASE = "test/{core,devices}/**/*_test.rb"

    REQUIRED = "ARGV.shift(ARGV.size).each { |file| require file }" # Minitest has words of its own there

    # @param parts [Array<String>] names of parts to run; none: all
    def initialize(parts)
      @parts = parts
      @lane = Lane.new(aloud: true, nice: 5)
      @aside = Lane.new(aloud: false, nice: 10)
      @waiting = Lane.new(aloud: false)
      @prepared = {}
      @databases = []
    end

    # @return [Integer] exit status
    def run
      puts "Setting up"
      Packages.ready(testing: true)
      FrontEnd.ready
      check(*%w[test-database test-database-waiting].map { |folder| surroundings(started(folder)) })
      sum_up
    ensure
      @databases.each(&:stop)
    end

    private

    def started(folder)
      @databases << DatabaseServer.new(File.join(VAR, folder), port: Launch.any_free_port, name: "mild_anvil_test")
      @databases.last.tap(&:start)
    end

    def surroundings(database)
      { "DATABASE_URL" => database.url, "OWNER_DATABASE_URL" => database.owner_url, "RACK_ENV" => "test" }
    end

    def check(env, other)
      beside = [Thread.new { beside_the_database }, Thread.new { waiting(other) }]
      part("ruby", "Ruby: store, actions, web, papers, command line") { ruby(env, WITH_DATABASE, but: WAITING) }
      part("ruby", "Architecture") { ruby(env, "test/architecture_test.rb") }
      beside.each(&:join)
      part("ruby", "Setting up and starting") { ruby(env, "test/launch/**/*_test.rb") }
      part("browser", "Journeys in the browser") { ruby(env, "test/browser/**/*_test.rb") }
    end

    def waiting(env)
      part("ruby", "Ruby: benches, proofs, long tests", @waiting) { ruby(env, WAITING, @waiting) }
    end

    def beside_the_database
      part("lint", "Ruby lint", @aside) { @aside.command({}, "bundle", "exec", "rubocop", "--format", "simple") }
      part("front", "Front end: types", @aside) { npm("check") }
      part("front", "Front end: lint", @aside) { npm("lint") }
      part("front", "Front end: format", @aside) { npm("format:check") }
      part("front", "Front end: unit tests", @aside) { npm("test", "--", "--maxWorkers=1") }
      part("ruby", "Ruby: core, devices", @aside) { ruby({}, WITHOUT_DATABASE, @aside, but: WAITING) }
    end

    def part(key, name, lane = @lane, &block)
      lane.part(name, &block) if @parts.empty? || @parts.include?(key)
    end

    # @param env [Hash] of the database; empty: without one
    def ruby(env, pattern, lane = @lane, but: nil)
      files = Dir[File.join(ROOT, pattern)] - (but ? Dir[File.join(ROOT, but)] : [])
      (env.empty? || prepare(env, lane)) &&
        lane.command(env, "bundle", "exec", "ruby", "-Itest", "-e", REQUIRED, *files.sort)
    end

    # The schema of a test database, made anew where it is missing.
    def prepare(env, lane)
      @prepared[env] ||= lane.command(env, "bundle", "exec", "ruby", "bin/prepare", "--no-demo")
    end

    def npm(script, *more) = @aside.command({}, "npm", "run", "--silent", script, *more, chdir: FrontEnd::FOLDER)

    # What failed is said once more at the end, where a long log is read first.
    def sum_up
      outcomes = [@lane, @waiting, @aside].flat_map(&:outcomes)
      failed = outcomes.reject(&:passed)
      failed.each { |o| puts "\n== the end of: #{o.name}", o.said }
      puts "\n#{'-' * 72}"
      outcomes.each { |o| puts format("%-8s %-54s %6.1f s", o.passed ? "passed" : "FAILED", o.name, o.seconds) }
      puts(outcomes.flat_map(&:wrong).flat_map { |lines| ["", *lines] }) # a log that is cut is cut before these
      puts failed.empty? ? "All passed." : "#{failed.size} of #{outcomes.size} failed."
      failed.empty? ? 0 : 1
    end
  end
end
