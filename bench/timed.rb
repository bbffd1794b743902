# frozen_string_literal: true

# Times of something done again and again, told as median and as what 95 of 100 stay within.
module Timed
  WARMING = 2 # the first ones load what the server loads once

  def say(name, seconds)
    sorted = seconds.sort
    Bench.say name, format("median %.0f ms, 95 of 100 within %.0f ms", sorted[sorted.size / 2] * 1000,
                           sorted[(sorted.size * 0.95).ceil - 1] * 1000)
  end

  # @return [Array<Float>] seconds
  def times(count)
    Array.new(count + WARMING) do |i|
      started = Bench.now
      yield i
      Bench.now - started
    end.drop(WARMING)
  end
end
