# frozen_string_literal: true

require "open3"

module Launch
  # Checks that run one after the other, aloud or beside another lane; what each said is kept for the end.
  class Lane
    Outcome = Struct.new(:name, :passed, :seconds, :said, :wrong, keyword_init: true)
    LAST_LINES = 60
    # How the test runners head a test that went wrong, and how many lines, up to an empty one, say why.
    WRONG = /\A\s+\d+\) (Failure|Error):|\A\s*FAIL /
    WRONG_LINES = 14

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
      @telling = false
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
      @telling = false if line.strip.empty?
      @wrong << (@telling = []) if line.scrub.match?(WRONG)
      @telling << line if @telling && @telling.size < WRONG_LINES
    end
  end
end
