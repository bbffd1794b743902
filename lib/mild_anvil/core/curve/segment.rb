# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # A stretch in which force and travel went evenly.
      #
      # first, last: samples; start_seconds, end_seconds, from_newtons, to_newtons: ends of its line;
      # newtons_per_second; metres_per_second: nil without a travel; noise_newtons, noise_metres: what its
      # change is uncertain by; kind: :rest, :loading, :standing, :sliding, :unloading or :falling
      Segment = Struct.new(:first, :last, :start_seconds, :end_seconds, :from_newtons, :to_newtons, :newtons_per_second,
                           :metres_per_second, :noise_newtons, :noise_metres, :kind, keyword_init: true) do
        def seconds = end_seconds - start_seconds
        def change_newtons = to_newtons - from_newtons
        def level_newtons = (from_newtons + to_newtons) / 2
        def moved_metres = (metres_per_second || 0.0) * seconds
        def standing? = kind == :standing
      end
    end
  end
end
