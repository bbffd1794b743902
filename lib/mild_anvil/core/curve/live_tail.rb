# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # The last samples of a recording that goes on, as Course and Descents read a Baseline: net of the zero of the
      # whole, and with its noise.
      class LiveTail
        attr_reader :signal, :travel, :clean, :packed, :noise_newtons, :peak_newtons

        # @param signal [Signal] of the last samples; @param baseline [Baseline] of the whole
        # @param peak [Float] newtons, of the whole
        def initialize(signal, baseline, peak)
          @signal = signal
          @packed = Packed.shifted(signal.values_packed, 1, baseline.offset_newtons)
          @clean = Packed.unpack(@packed)
          @noise_newtons = baseline.noise_newtons
          @peak_newtons = peak
          way = signal.recording.displacement
          @travel = way && Travel.new(way, signal.top, sense: baseline.travel.sense)
          freeze
        end

        def time_axis = signal.time_axis
        def size = signal.size
      end
    end
  end
end
