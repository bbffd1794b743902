# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # What a logger recorded of one pull, in SI.
      Recording = Struct.new(:time_axis, :channels, keyword_init: true) do
        # @return [Channel] the force (or torque) that the pull is judged by
        def main = channels.find(&:main)
        def displacement = channels.find { |channel| %w[displacement angle].include?(channel.role) }
        def size = time_axis.size
      end
    end
  end
end
