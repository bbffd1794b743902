# frozen_string_literal: true

require "open3"

module Launch
  # Checks that run one after the other, aloud or beside another lane; what each said is kept for the end.
  class Lane
    Outcome = Struct.new(:name, :passed, :seconds, :said, :wrong, keyword_init: true)
    LAST_LINES = 60
    # How the test runners head a test that went wrong, and how many lines say which and why.
    WRONG = /\A\s+\d+\) (Failure|Error):|\A\s*FAIL /
    WRONG_LINES = 4

    attr_reader :outcomes

    # @param aloud [Boolean] whether what it says is passed on at once
    # @param nice [Integer] how far it steps back for lanes that measure time
    def initialize(aloud:, nice: 0)
      @aloud = aloud
      @before = nice.zero? ? [] : ["nice", "-n", nice.to_s]
      @outcomes = []
    end

    # @yieldreturn [Boolean] whether it passed
    def part(name)
      puts "\n== #{name}" if @aloud
      started = Launch.now
      @said = []
      @wrong = []
      passed = yield
      @outcomes << Outcome.new(name: name, passed: passed, seconds: Launch.now - started, said: @said, wrong: @wrong)
    end

    # @return [Boolean] whether a command passed
    def command(env, *words, chdir: ROOT)
      Open3.popen2e(env, *@before, *words, chdir: chdir) do |input, output, ended|
        input.close
        output.each_line { |line| heard(line) }
        ended.value.success?
      end
    end

    private

    def heard(line)
      print line if @aloud
      @said = [*@said, line].last(LAST_LINES)
      @wrong << [] if line.scrub.match?(WRONG)
      @wrong.last << line if @wrong.any? && @wrong.last.size < WRONG_LINES
    end
  end
end
