# frozen_string_literal: true

module MildAnvil
  module Core
    module Pull
      # One hold as it goes: time at or above what is to be held, the lowest, and when to tighten.
      class Held
        # Above what is to be held, so that what relaxes does not fall below it; as a share of what may lie above.
        AIM_SHARE = 0.5
        TIGHTEN_SHARE = 0.15
        WITHIN = 1.0e-9
        # Time that nobody saw was not held: readings farther apart than so many of the usual ones, or, while it is not
        # known what is usual, than so many seconds, begin the count anew.
        INTERVALS = Curve::Unseen::INTERVALS
        FEWEST = Curve::Unseen::FEWEST
        LAST = 25 # intervals that tell what is usual
        SECONDS = 2.0

        attr_reader :seconds, :figures

        # @param target [Float, nil] newtons; nil: it only stands still
        # @param for_seconds [Float]; @param over_share [Float]; @param resolution [Float] newtons
        def initialize(target:, for_seconds:, over_share:, resolution:)
          @target = target
          @wanted = for_seconds
          @over = over_share
          @resolution = resolution
          @seconds = 0.0
          @figures = {}
          @intervals = []
        end

        # @param newtons [Float]; @param since [Float] seconds from the reading before
        def note(newtons, since)
          unseen?(since) ? anew(since) : counted(newtons, since)
          @figures[:held_seconds] = @seconds
          @figures[:first_newtons] ||= newtons
          @figures[:lowest_newtons] = [@figures[:lowest_newtons] || newtons, newtons].min
          @figures[:last_newtons] = newtons
        end

        # @return [Float] of which no reading tells
        def unseen_seconds = @figures.fetch(:unseen_seconds, 0.0)

        def done? = @seconds + WITHIN >= @wanted
        def left = [@wanted - @seconds, 0.0].max
        def fallen?(newtons) = @target && newtons < @target * (1 - @over)

        # @return [Float, nil] newtons to tighten to
        def tighten(newtons)
          return if @target.nil? || newtons > @target * (1 + (TIGHTEN_SHARE * @over))

          @figures[:tightened] = @figures[:tightened].to_i + 1
          self.class.aim(@target, @over)
        end

        def counted(newtons, since)
          @seconds += since if @target.nil? || newtons >= @target - @resolution
        end
        private :counted

        def anew(since)
          @seconds = 0.0
          @figures[:unseen_seconds] = unseen_seconds + since
        end
        private :anew

        def unseen?(since)
          usual = @intervals.sort[(@intervals.size - 1) / 2] if @intervals.size >= FEWEST
          @intervals = [*@intervals, since].last(LAST) if since.positive?
          since > (usual ? INTERVALS * usual : SECONDS)
        end
        private :unseen?

        def self.aim(target, over_share) = target * (1 + (AIM_SHARE * over_share))
      end
    end
  end
end
