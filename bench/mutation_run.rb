# frozen_string_literal: true

require "fileutils"
require "json"
require "timeout"
require "tmpdir"
require_relative "mutations"

# Makes one small change at a time in a copy of the sources and runs the tests that belong to it; what they do not
# notice survives.
class MutationRun
  GROUPS = {
    "rating" => ["core/rating", %w[core/rating core/outliers]],
    "judgement" => ["core/judgement", %w[core/judgement]],
    "curve" => ["core/curve", %w[core/curve]],
    "actions" => ["actions", %w[actions]],
    "documents" => ["documents", %w[documents]]
  }.freeze
  WORKERS = 2
  SECONDS = 240

  def initialize(root, groups:, sample:, seed:)
    @root = root
    @groups = groups
    @sample = sample
    @random = Random.new(seed)
  end

  # @return [Hash] group => { mutations:, survivors: }
  def call
    @groups.to_h do |group|
      folder, tests = GROUPS.fetch(group)
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
    Array.new(WORKERS) { |i| Thread.new { work(i, waiting, tests, found) } }.each(&:join)
    Array.new(found.size) { found.pop }.sort_by(&:to_s)
  end

  def work(index, waiting, tests, found)
    Dir.mktmpdir("mutation-#{index}") do |copy|
      FileUtils.cp_r(Dir[File.join(@root, "{lib,test,db,data,demo,docs,ext,Gemfile,Gemfile.lock,config.ru}")], copy)
      abort "The tests fail before anything is changed: #{tests.join(' ')}" unless passes?(copy, tests)

      while (mutation = waiting.pop)
        alive = survives?(copy, mutation, tests)
        warn "#{alive ? 'SURVIVES' : 'killed  '} #{mutation}"
        found << mutation if alive
      end
    end
  end

  def survives?(copy, mutation, tests)
    path = File.join(copy, mutation.path)
    source = File.read(path)
    File.write(path, mutation.text(source))
    passes?(copy, tests)
  ensure
    File.write(path, source)
  end

  # Tests run until the first one fails.
  STOP = "Minitest::StatisticsReporter.prepend(Module.new { " \
         "def record(r) = r.passed? || r.skipped? ? super : exit!(1) })"
  SCRIPT = "require './test/test_helper'; #{STOP}; ARGV.each { |f| require f }; ARGV.clear".freeze

  def passes?(copy, tests)
    files = tests.flat_map { |folder| Dir[File.join(copy, "test", folder, "**/*_test.rb")] }
    gems = { "BUNDLE_GEMFILE" => File.join(@root, "Gemfile") }
    pid = Process.spawn(gems, "bundle", "exec", "ruby", "-e", SCRIPT, *files,
                        chdir: copy, out: File::NULL, err: File::NULL, pgroup: true)
    Timeout.timeout(SECONDS) { Process.wait2(pid).last.success? }
  rescue Timeout::Error
    Process.kill("KILL", -pid)
    Process.wait(pid)
    false
  end
end
