# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # One element in line.
      #
      # mean and deviation: strength in newtons of one strand by itself; mean nil: nobody knows. strands in parallel
      # carry with a share factor; two legs at an included angle each carry their part, and the weaker one ends it;
      # derates: what a knot, a bend, a small pin leave of the strength, as shares.
      Link = Struct.new(:name, :mean, :deviation, :strands, :share_factor, :legs, :included_degrees, :derates,
                        :specimen, :source, keyword_init: true) do
        def initialize(strands: 1, share_factor: 1.0, legs: 1, included_degrees: 0.0, derates: {}, specimen: false,
                       **rest)
          super
        end

        def known? = !mean.nil?
        # @return [Float] newtons in line at which one leg reaches its mean strength
        def capacity = @capacity ||= mean * in_line
        def scatter = @scatter ||= deviation * left * share_factor * leg_factor * Math.sqrt(strands)
        # What the derates leave.
        def left = derates.values.reduce(1.0, :*)
        def with(**changed) = self.class.new(**to_h, **changed)
        def stronger(times) = with(mean: mean * times, deviation: deviation * times)

        # @return [Float] newtons in line for each newton of one strand
        def in_line = left * strands * share_factor * leg_factor

        # Two legs carry 2 cos of half the angle between them.
        def leg_factor = legs == 1 ? 1.0 : Tackle.two_legs(1.0, included_degrees)

        # @return [Float] chance that it holds a force in line
        def survival(force)
          tail = Statistics::Normal.upper_tail((force - capacity) / scatter)
          legs == 1 ? tail : tail**legs
        end

        # @return [Float] density of the force in line at which it goes
        def density(force)
          z = (force - capacity) / scatter
          once = Statistics::Normal.density(z) / scatter
          legs == 1 ? once : legs * once * (Statistics::Normal.upper_tail(z)**(legs - 1))
        end

        # @return [Array<String>] what is wrong with it
        def faults
          [("has neither 1 nor 2 legs" unless [1, 2].include?(legs)),
           ("needs an included angle from 0° to below 180°: at 180° two legs carry nothing" unless angle?),
           ("needs strength and scatter above zero" unless !known? || (mean.positive? && deviation.to_f.positive?)),
           ("has no strand" unless strands.positive?),
           ("needs shares above 0 and up to 1" unless [share_factor, *derates.values].all? { |s| share?(s) })].compact
        end

        private

        def angle? = included_degrees >= 0 && included_degrees < 180
        def share?(value) = value.positive? && value <= 1
      end
    end
  end
end
