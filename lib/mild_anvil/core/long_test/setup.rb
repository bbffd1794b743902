# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      # A long test as its answer is worked out from: terms and readings in SI, nothing typed any more.
      #
      # terms: {key => Float or text}; units: {channel key => Quantity::Unit}; steps: {channel key => smallest step
      # read,
      # SI}; hours: how long it has been going on; schedule: Endurance::Schedule or nil
      Setup = Struct.new(:kind, :title, :terms, :units, :steps, :stations, :hours, :schedule, keyword_init: true)
    end
  end
end
