# frozen_string_literal: true

module MildAnvil
  module Devices
    module Simulator
      module Rig
        # What goes wrong at a bench by itself, so long after it first moved.
        class Mishaps
          KINDS = { freeze: ->(bench) { bench.gauges.first.freeze_here }, lose: ->(bench) { bench.lose(0) },
                    button: :press_button.to_proc, guard: :open_guard.to_proc,
                    refuse: ->(bench) { bench.refusing = true } }.freeze

          # @param planned [Array<Array(Float, Symbol)>] seconds, one of KINDS
          def initialize(planned) = @left = planned.sort_by(&:first)

          # @param bench [Bench]
          def meet(bench)
            return if @left.empty?

            @began ||= bench.clock if bench.machine.moving?
            KINDS.fetch(@left.shift.last).call(bench) while due?(bench.clock)
          end

          private

          def due?(clock) = @began && @left.any? && clock - @began >= @left.first.first
        end
      end
    end
  end
end
