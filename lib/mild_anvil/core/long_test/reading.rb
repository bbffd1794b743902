# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      # What was read at one moment from one station.
      #
      # hours: since the test began; count: cycles, nil where nothing is counted; values: {channel key => Float SI}
      Reading = Struct.new(:id, :hours, :count, :values, :note, keyword_init: true) do
        def [](key) = values[key]
      end
    end
  end
end
