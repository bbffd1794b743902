# frozen_string_literal: true

require "fileutils"
require "json"
require "timeout"
require "tmpdir"
require_relative "mutations"

# Makes one small change at a time in a copy of the sources and runs the tests that belong to it; what they do not
# notice survives.
class MutationRun
  # folder of the sources, tests that are run first, tests that what survives those has to pass too
  GROUPS = {
    "rating" => ["core/rating", %w[core/rating core/outliers], %w[actions documents]],
    "judgement" => ["core/judgement", %w[core/judgement], %w[actions documents web]],
    "curve" => ["core/curve", %w[core/curve], %w[actions devices]],
    "plan" => ["core/plan", %w[core/plan core/acceptance core/proof cli], %w[actions/planning]],
    "actions" => ["actions", %w[actions], %w[web documents store]],
    "documents" => ["documents", %w[documents], %w[actions web]]
  }.freeze
  COPIED = "{lib,test,db,data,demo,docs,ext,launch,bin,Gemfile,Gemfile.lock,config.ru}"
  NATIVE = "var/native" # without it every loop is walked in Ruby
  SECONDS = 240

  # @param databases [Array<Hash>] the environment of each worker: its own database
  def initialize(root, databases:, groups:, sample:, seed:)
    @root = root
    @databases = databases
    @groups = groups
    @sample = sample
    @random = Random.new(seed)
  end

  # @return [Hash] group => { mutations:, survivors: }
  def call
    @groups.to_h do |group|
      folder, *tests = GROUPS.fetch(group)
      chosen = mutations(folder)
      [group, { mutations: chosen.size, survivors: survivors(chosen, tests) }]
    end
  end

  private

  def mutations(folder)
    paths = Dir[File.join(@root, "lib/mild_anvil", folder, "**/*.rb")]
    all = paths.flat_map { |path| Mutations.of(path.delete_prefix("#{@root}/")) }
    all.sample(@sample, random: @random)
  end

  def survivors(chosen, tests)
    waiting = Queue.new
    chosen.each { |mutation| waiting << mutation }
    waiting.close
    found = Queue.new
    @databases.map { |database| Thread.new { work(database, waiting, tests, found) } }.each(&:join)
    Array.new(found.size) { found.pop }.sort_by(&:to_s)
  end

  def work(database, waiting, tests, found)
    Dir.mktmpdir("mutation") do |copy|
      FileUtils.cp_r(Dir[File.join(@root, COPIED)], copy)
      FileUtils.mkdir_p(File.join(copy, "var"))
      FileUtils.cp_r(File.join(@root, NATIVE), File.join(copy, "var"))
      unless tests.all? { |some| passes?(copy, some, database) }
        raise "the tests fail before anything is changed: #{tests.join(' ')}"
      end

      while (mutation = waiting.pop)
        alive = survives?(copy, mutation, tests, database)
        warn "#{alive ? 'SURVIVES' : 'killed  '} #{mutation}"
        found << mutation if alive
      end
    end
  end

  def survives?(copy, mutation, tests, database)
    path = File.join(copy, mutation.path)
    source = File.read(path)
    File.write(path, mutation.text(source))
    tests.all? { |some| passes?(copy, some, database) }
  ensure
    File.write(path, source)
  end

  # Tests run until the first one fails.
  STOP = "Minitest::StatisticsReporter.prepend(Module.new { " \
         "def record(r) = r.passed? || r.skipped? ? super : exit!(1) })"
  SCRIPT = "require './test/test_helper'; #{STOP}; ARGV.each { |f| require f }; ARGV.clear".freeze

  def passes?(copy, tests, database)
    files = tests.flat_map { |folder| Dir[File.join(copy, "test", folder, "**/*_test.rb")] }
    settings = database.merge("BUNDLE_GEMFILE" => File.join(@root, "Gemfile"))
    pid = Process.spawn(settings, "bundle", "exec", "ruby", "-e", SCRIPT, *files,
                        chdir: copy, out: File::NULL, err: File::NULL, pgroup: true)
    Timeout.timeout(SECONDS) { Process.wait2(pid).last.success? }
  rescue Timeout::Error
    Process.kill("KILL", -pid)
    Process.wait(pid)
    false
  end
end
