# frozen_string_literal: true

module MildAnvil
  module Core
    module Judgement
      # What a feature had carried before a pull, asked of the events in order of the time they happened. A void, a
      # correction or a
      # late entry changes the answer everywhere, since nothing of it is stored.
      class LoadHistory
        # A load of a feature at a time: an earlier pull (with its id), a planned proof, transport, earlier use.
        # counts: false where
        # no force reached it, or where the value stands for nothing.
        Load = Struct.new(:feature, :specimen, :at, :order, :value_si, :resolution_si, :source, :pull, :counts,
                          keyword_init: true)

        # Seen before at more than this share of its final value, a pull is preloaded.
        PRELOADED_SHARE = 0.5

        # @param loads [Array<Load>]
        # @param shared [Boolean] whether a load on one feature goes through the whole specimen
        def initialize(loads, shared:)
          @by_place = loads.select(&:counts).group_by { |load| shared ? load.specimen : load.feature }
          @shared = shared
        end

        # @param pull [Load] itself one of the events, or like one
        # @return [Load, nil] the highest before it
        def before(pull)
          place = @shared ? pull.specimen : pull.feature
          earlier = @by_place.fetch(place, []).select { |load| load.pull != pull.pull && earlier?(load, pull) }
          earlier.max_by(&:value_si)
        end

        # @param preload_si [Float, nil]
        # @param final_si [Float, nil]
        # @return [Boolean]
        def self.preloaded?(preload_si, final_si)
          !preload_si.nil? && !final_si.nil? && preload_si > PRELOADED_SHARE * final_si
        end

        private

        def earlier?(load, pull) = ([load.at, load.order] <=> [pull.at, pull.order]).negative?
      end
    end
  end
end
