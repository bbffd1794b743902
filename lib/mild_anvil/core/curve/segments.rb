# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Stage three: one cut of the recording into what the machine and the specimen did, that all findings read.
      class Segments
        REST_SHARE = 0.02 # of the peak: less is no load

        # all: Array<Segment> in order; usual: Pace of the loading; falls: Array<Fall>; holds: Array<Holds::Held>;
        # descents: Array<Descent>; cycles: Cycles::Group or nil; virgin_branch: VirginBranch; loading_start: the last
        # sample without load before the peak
        attr_reader :baseline, :all, :usual, :falls, :holds, :descents, :cycles, :virgin_branch,
                    :loading_start

        # @param baseline [Baseline]
        def initialize(baseline)
          @baseline = baseline
          kinds = Kinds.new(Course.new(baseline).segments, baseline.peak_newtons)
          @usual = Pace.new(kinds.usual.newtons_per_second || overall, kinds.usual.metres_per_second).freeze
          @all = kinds.call.freeze
          find_events
          find_holds
          @virgin_branch = VirginBranch.new(baseline, falls, cycles)
          @loading_start = PackedSearch.walk(baseline.packed, baseline.peak_index, 0,
                                             low: (REST_SHARE * baseline.peak_newtons).next_float)
          freeze
        end

        # Up and down by steps that are held: a check of a cell, not a pull.
        def staircase? = @staircase
        def inspect = "#<#{self.class} #{all.size}>"

        private

        # What the whole rise makes of it, where no stretch shows a rate.
        def overall
          seconds = baseline.time_axis[baseline.peak_index] - baseline.time_axis[0]
          seconds.positive? ? baseline.peak_newtons / seconds : Float::INFINITY
        end

        def find_events
          @descents = Descents.new(all, baseline, usual).all.freeze
        end

        def find_holds
          holds = Holds.new(all, baseline, usual)
          steps = holds.all(after_falls: true)
          @cycles = Cycles.new(baseline, steps).group
          @falls = find_falls(holds, steps).freeze
          steps = outside_cycles(steps)
          @staircase = Staircase.found?(steps, baseline.time_axis, [all.first.from_newtons, all.last.to_newtons])
          @holds = chosen(holds).freeze
        end

        # None under a load that never changes; with their swings, and the rests, where masses were hung.
        def chosen(holds)
          return [] if baseline.steady?
          return outside_cycles(holds.all) unless @staircase

          rests = Holds.new(all, baseline, usual, at_rest: true)
          steps = rests.all(after_falls: true)
          steps.zip(rests.swings(steps)).map { |held, swing| held.dup.tap { |one| one.first = swing.begin }.freeze }
        end

        def find_falls(holds, steps)
          swings = baseline.travel ? [] : holds.swings(steps)
          Falls.new(baseline, usual, descents.map { |one| one.first..one.last }, swings,
                    steps.map { |held| held.first..held.last }, cycles).all
        end

        def outside_cycles(holds) = cycles ? holds.reject { |held| cycles.cover?(held.first) } : holds
      end
    end
  end
end
