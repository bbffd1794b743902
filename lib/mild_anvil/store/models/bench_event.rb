# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # What a bench told during a pull besides its readings: word of the protocol, with the sample it belongs to.
      class BenchEvent < Sequel::Model(:bench_events)
        many_to_one :run, class: "MildAnvil::Store::Models::Run"
      end
    end
  end
end
