# frozen_string_literal: true

require "timeout"

# Waits for what another process does.
module Patience
  # @raise [Timeout::Error] with what was found last
  def patiently(seconds = 60)
    found = nil
    Timeout.timeout(seconds) { sleep 0.05 until (found = yield) && (return found) }
  rescue Timeout::Error => e
    raise e.class, "#{e.message} after #{seconds} s; last found: #{found.inspect}"
  end
end
