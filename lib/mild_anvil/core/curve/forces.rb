# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # The forces beside the main one: net of their own zero, in the sense of loading.
      module Forces
        LOADED_SHARE = 0.2
        MOVES_SHARE = 0.02

        module_function

        # @param analysis [Analysis]
        # @return [Hash{String => Array<Float>}] by the channel's name
        def others(analysis)
          channels = analysis.recording.channels.reject(&:main).select { |c| c.role == analysis.recording.main.role }
          channels.to_h do |channel|
            [channel.name, net(analysis, channel)]
          end.select { |_, forces| moves?(analysis, forces) }
        end

        # @return [Float] the median of other over main while there is load
        def ratio(analysis, forces)
          stride = [forces.size / 4000, 1].max
          found = (0...forces.size).step(stride).filter_map do |i|
            if analysis.clean[i] >= LOADED_SHARE * analysis.peak_newtons && !forces[i].nan?
              forces[i] / analysis.clean[i]
            end
          end.sort
          found.empty? ? 0.0 : found[found.size / 2]
        end

        def net(analysis, channel)
          last = analysis.quiet&.last || 0
          rest = channel.samples[0..last].reject(&:nan?).sort
          zero = rest.empty? ? 0.0 : rest[rest.size / 2]
          raw = channel.samples.map { |v| v - zero }
          under_load(analysis, raw).negative? ? raw.map(&:-@) : raw
        end
        private_class_method :net

        # @return [Float] the reading nearest to the peak; cells may be blank there
        def under_load(analysis, forces)
          top = analysis.peak_index
          near = [top.upto(forces.size - 1), top.downto(0)].filter_map { |way| way.find { |i| !forces[i].nan? } }
          near.empty? ? 0.0 : forces[near.min_by { |i| (i - top).abs }]
        end
        private_class_method :under_load

        def moves?(analysis, forces) = under_load(analysis, forces).abs > MOVES_SHARE * analysis.peak_newtons
        private_class_method :moves?
      end
    end
  end
end
