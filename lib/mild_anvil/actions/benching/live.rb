# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # What a bench does now, as a screen shows it: the recorder's figures stated in a unit by the one rule.
      class Live
        # @param bench_id [Integer]; @param unit [String, nil] of force, torque or pressure; kN unless it is said
        # @raise [NotFound]
        def initialize(bench_id, unit: nil)
          @bench = Store::Models::Bench[bench_id] || raise(NotFound.new("there is no bench #{bench_id}", id: bench_id))
          @unit = unit_of(unit || "kN")
          @fixture = fixture_of(@unit.quantity)
          cells = @bench.instruments
          counts = cells.find { |one| one.id == @bench.counting_instrument_id } || cells.first
          @resolution = counts&.resolution_newtons
        end

        # @param after [Integer] number of the last point that is on the screen
        # @return [Hash]
        def once(after: 0) = stated(RecorderLine.ask(@bench.id, "shown", after: after))

        # As long as anybody looks.
        # @yield [Hash]
        def each(after: 0)
          UNIXSocket.open(RecorderLine.path) do |socket|
            socket.write("#{JSON.generate(ask: 'watch', bench: @bench.id, after: after)}\n")
            while (line = socket.gets)
              yield stated(JSON.parse(line, symbolize_names: true))
            end
          end
        end

        private

        def stated(shown)
          silent = shown[:refused] || shown[:unknown]
          return { connected: false, said: silent.sub(/\A./, &:upcase), **NOTHING } if silent

          by = by(shown)
          load = shown[:newtons] && by && (shown[:newtons] * by)
          { connected: shown[:connected], said: shown[:said], state: shown[:state], points: shown[:points],
            now: text(load), newtons: load, rate: rate(by && shown[:rate] && (shown[:rate] * by)),
            run: shown[:run] && run(shown[:run]), unit: @unit.symbol,
            **shown.slice(*PLAIN) }
        end

        # As the recorder says it.
        PLAIN = %i[garbage missing moving age_seconds stop machine question odd_line sent_at].freeze
        NOTHING = { state: nil, points: [], now: nil, newtons: nil, rate: nil, run: nil, unit: nil, garbage: 0,
                    missing: 0, moving: nil, age_seconds: nil, stop: nil, machine: nil, question: nil, odd_line: nil,
                    sent_at: nil }.freeze

        def run(run)
          notes = run[:notes].map { |note| note.slice(:kind, :words, :seconds) }
          plain = run.slice(:uid, :run_id, :lot_id, :at, :ended, :points, :figures, :asked)
          steps = run[:outcomes].map { |one| step(one) }
          { **plain, notes: notes, steps: steps, elapsed: run[:elapsed].round(2), left: run[:left]&.round(1),
                     peak: text(run[:peak]) }
        end

        def step(one)
          figures = one[:figures] || {}
          { does: one[:does], state: one[:state], words: one[:words], lowest: text(figures[:lowest_newtons]),
            held_seconds: figures[:held_seconds]&.round(1) }
        end

        def text(newtons)
          return if newtons.nil?

          "#{'−' if newtons.negative?}#{rule.nearest(newtons.abs).text}"
        end

        def rule
          @rule ||= Core::Quantity::FigureRule.for(unit: @unit, resolution_si: (@resolution || 1.0) * @fixture.ratio)
        end

        def unit_of(symbol)
          quantities = %w[force torque pressure]
          Catalogue.units.all.find { |one| one.symbol == symbol && quantities.include?(one.quantity) } ||
            Catalogue.units.force!(symbol)
        end

        # A bench that does not say how it turns force into that shows the force as nothing.
        def fixture_of(quantity)
          Core::Pull::Fixture.of(quantity, arm_metres: @bench.arm_metres,
                                           piston_square_metres: @bench.piston_square_metres)
        rescue InvalidInput
          Core::Pull::Fixture.new(role: quantity)
        end

        # What the recorder tells is a load of the last run; another lot may measure something else of it.
        # @return [Float, nil] by what it is to be multiplied
        def by(shown)
          return 1.0 if shown[:role] == @fixture.role
          return if shown[:run] || [@fixture.role, shown[:role]].none?("force")

          @fixture.ratio / (shown[:ratio] || 1.0)
        end

        # Standing still is no rate.
        def rate(newtons_per_second)
          return if newtons_per_second.nil?

          limit = (@resolution || 1.0) * @fixture.ratio * 4
          return "steady" if newtons_per_second.abs < limit

          step = "#{format('%.2g', @unit.from_si(newtons_per_second.abs))} #{@unit.symbol}/s"
          "#{newtons_per_second.positive? ? 'rising' : 'falling'}, #{step}"
        end
      end
    end
  end
end
