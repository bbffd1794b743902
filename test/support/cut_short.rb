# frozen_string_literal: true

# Runs a block in a process of its own that is killed on the way.
module CutShort
  # Counts what is written to the database, and kills its process after so many of them.
  module Counted
    class << self
      attr_accessor :left, :done, :from
    end

    WRITES = /\A\s*(?:INSERT|UPDATE|DELETE|CREATE|ALTER|DROP|GRANT|REVOKE|SET SESSION)/i

    def query(sql, ...)
      super.tap { Counted.count(sql) if WRITES.match?(sql) }
    end

    def self.count(sql)
      return if from && !(@begun ||= sql.include?("'#{from}'"))

      self.done += 1
      self.left -= 1
      Process.kill("KILL", Process.pid) if left.zero?
    end
  end

  # @param writes [Integer]; @param from [String] a word: counted from the statement on that says it
  # @return [Integer] how many statements there were, where it was not killed
  def killed_after(writes, from: nil)
    reader, writer = IO.pipe
    killed do
      Counted.left = writes
      Counted.done = 0
      Counted.from = from
      Mysql2::Client.prepend(Counted)
      yield
      writer.write(Counted.done.to_s)
    end
    writer.close
    reader.read.to_i
  end

  def killed
    pid = fork do
      DATABASE.pool.instance_variable_set(:@available_connections, []) # those are the parent's
      yield
    ensure
      exit!(0) # nothing of the test's own is run at its end
    end
    Process.wait(pid)
  end
end
