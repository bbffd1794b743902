# frozen_string_literal: true

require "timeout"

# Waits for what another process does.
module Patience
  def patiently(seconds = 20)
    Timeout.timeout(seconds) { sleep 0.05 until (found = yield) && (return found) }
  end
end
