# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # What a logger recorded of one pull, in SI. loaded_before_seconds: how long a weight hung before the first row;
      # timed: false where the readings have no times and the axis only counts them.
      Recording = Struct.new(:time_axis, :channels, :loaded_before_seconds, :timed, keyword_init: true) do
        def initialize(timed: true, **given) = super

        def timed? = timed != false

        # @return [Channel] the force (or torque) that the pull is judged by
        def main = channels.find(&:main)
        def displacement = channels.find { |channel| %w[displacement angle].include?(channel.role) }
        def size = time_axis.size
      end
    end
  end
end
