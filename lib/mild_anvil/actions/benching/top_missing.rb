# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # Whether a record lacks its top: nothing was read right after its highest reading, for so long that more may have
      # been borne.
      module TopMissing
        NEAR_SHARE = 0.02 # of the highest: what noise does to it
        GAP_SECONDS = 0.1
        INTERVALS = 5

        module_function

        # @param seconds [Array<Float>] of every sample, rising; @param loads [Array<Float, nil>] nil: not read
        # @return [Boolean]
        def call(seconds, loads)
          read = loads.each_index.select { |i| loads[i] }
          return false if read.size < 2

          highest = loads.compact.max
          last_near = read.reverse.find { |i| loads[i] >= highest * (1 - NEAR_SHARE) }
          following = read.bsearch { |i| i > last_near }
          ends = following ? seconds[following] : seconds.last
          ends - seconds[last_near] > [GAP_SECONDS,
                                       INTERVALS * usual(seconds)].max && (!following.nil? || loads.last.nil?)
        end

        def usual(seconds)
          steps = seconds.each_cons(2).map { |one, other| other - one }.sort
          steps[steps.size / 2] || 0.0
        end
        private_class_method :usual
      end
    end
  end
end
