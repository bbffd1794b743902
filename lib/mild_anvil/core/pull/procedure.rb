# frozen_string_literal: true

module MildAnvil
  module Core
    module Pull
      # What is done to a specimen, step by step, with its loads in SI of what is measured (N, N·m, Pa): made of a
      # content as it is kept and typed.
      class Procedure
        # to, low, high: loads; rate: load a second by force, metres a second by travel; seconds; count; hertz;
        # rate_as: value and unit as typed; points: what is looked at; words: of a remark; figures: what is read by
        # hand; works_out: of WorkedOut
        Step = Struct.new(:does, :to, :rate, :by, :seconds, :over_share, :low, :high, :hertz, :count, :points, :words,
                          :load, :figures, :works_out, :rate_as, keyword_init: true)
        # Read by hand; unit: of the unit table, "words" for what is no number
        Figure = Struct.new(:name, :unit, keyword_init: true)
        KINDS = %w[zero ramp hold inspect cycle release break wait remark measure].freeze
        OVER_SHARE = 0.05 # a hold lies from 0 below to so much above
        MOST_STEPS = 40
        # Loads that a step may name instead of a figure.
        NAMED = %w[proof working_load claim expected].freeze
        # Kinds whose holds prove nothing.
        ON_THE_WAY = %w[working_load_then_break staged sustained load_share bend bending_stiffness].freeze
        NEEDS = { "ramp" => %i[to rate], "hold" => %i[seconds], "cycle" => %i[low high hertz count],
                  "release" => %i[rate], "break" => %i[rate], "wait" => %i[seconds], "inspect" => %i[points],
                  "remark" => %i[words], "measure" => %i[figures] }.freeze
        WITHOUT_MOTION = %w[zero inspect remark measure wait].freeze

        attr_reader :name, :kind, :steps

        # @param content [Hash] name, kind, steps, push; a load is {of, times} or its figure in SI
        # @param loads [Hash{String => Float}] SI, of NAMED, as far as they are known
        # @raise [InvalidInput] with fields
        def initialize(content, loads: {})
          @name = content[:name].to_s
          @kind = content[:kind].to_s
          @push = content[:push] == true
          @loads = loads
          given = content[:steps].to_a
          refuse("steps", "are missing") if given.empty?
          refuse("steps", "are more than #{MOST_STEPS}") if given.size > MOST_STEPS
          @steps = given.each_with_index.map { |step, i| read(step, i) }.freeze
          refuse_order!
          refuse("steps", "take longer than a year") if profile.last.first > LONGEST_SECONDS
        end

        # @return [Float, nil] highest load that a step asks for, SI; a break has none
        def highest = steps.flat_map { |step| [(step.to unless step.by == "travel"), step.high] }.compact.max

        # @return [Boolean] whether it is pressed instead of pulled
        def push? = @push

        # @return [Boolean] whether anything is told to move
        def moves? = steps.any? { |step| !WITHOUT_MOTION.include?(step.does) }

        # @return [Boolean]
        def breaks? = steps.any? { |step| step.does == "break" }

        # @return [Boolean] whether it is judged as a proof: something held, and not only on the way
        def proof? = !ON_THE_WAY.include?(kind) && steps.any? { |step| step.does == "hold" }

        # Where the load goes over time, as a drawing needs it; a break is drawn to what is expected.
        # @return [Array<Array(Float, Float)>] seconds, newtons
        def profile
          at = 0.0
          force = 0.0
          steps.each_with_object([[0.0, 0.0]]) do |step, points|
            corners(step, force).each do |seconds, newtons|
              at += seconds
              points << [at, force = newtons]
            end
          end
        end

        private

        LONGEST_SECONDS = 366 * 86_400.0
        DRAWN_SECONDS = 15.0
        DRAWN_CYCLES = 4

        def corners(step, force)
          case step.does
          when "ramp" then [by_travel?(step) || [(step.to - force).abs / step.rate, step.to]]
          when "hold", "wait" then [[step.seconds, force]]
          when "zero", "inspect", "measure" then [[DRAWN_SECONDS / 3, force]]
          when "release" then [[force / step.rate, 0.0]]
          when "break" then [[DRAWN_SECONDS * 2, @loads["expected"] || (highest.to_f * 2)], [0.5, 0.0]]
          when "cycle" then cycles(step)
          else []
          end
        end

        # How much load so much travel makes is not known before.
        def by_travel?(step) = step.by == "travel" ? [step.to / step.rate, @loads["expected"] || highest.to_f] : nil

        def cycles(step)
          half = 0.5 / step.hertz
          Array.new([step.count, DRAWN_CYCLES].min) { [[half, step.high], [half, step.low]] }.flatten(1)
        end

        def read(step, index)
          does = step[:does].to_s
          refuse("steps.#{index}.does", "is no step: use #{KINDS.join(', ')}") unless KINDS.include?(does)
          made = Step.new(does: does, by: step[:by] || (does == "break" ? "travel" : "force"), **figures(step, index),
                          **looks(step, index), load: named(step[:to]), rate_as: step[:rate_as],
                          over_share: step[:over_percent]&.then { |p| p / 100.0 } || OVER_SHARE)
          ProcedureCheck.step!(made) { |field, words| refuse("steps.#{index}.#{field}", words) }
          missing = NEEDS.fetch(does, []).find { |key| made[key].nil? || made[key] == [] }
          refuse("steps.#{index}.#{missing}", "is needed for a #{does}") if missing
          made.freeze
        end

        def figures(step, index)
          { to: newtons(step[:to], "steps.#{index}.to"), low: newtons(step[:low], "steps.#{index}.low"),
            high: newtons(step[:high], "steps.#{index}.high"), count: step[:count],
            **%i[rate seconds hertz].to_h { |key| [key, above_zero(step[key], "steps.#{index}.#{key}")] } }
        end

        # What somebody is asked for.
        def looks(step, index)
          { points: step[:points], words: step[:words], works_out: works_out(step, index),
            figures: step[:figures]&.map { |figure| Figure.new(**figure.slice(:name, :unit)).freeze } }
        end

        def works_out(step, index)
          return if step[:works_out].to_s.empty?
          return step[:works_out] if WorkedOut::KINDS.key?(step[:works_out])

          refuse("steps.#{index}.works_out", "is none: use #{WorkedOut::KINDS.keys.join(', ')}")
        end

        def above_zero(value, field)
          refuse(field, "must be above 0") if value && !value.to_f.positive?
          value&.to_f
        end

        def named(load) = load.is_a?(Hash) ? load[:of] : nil

        # @return [Float, nil]
        def newtons(load, field)
          return above_zero(load, field) unless load.is_a?(Hash)

          refuse(field, "is no load: use #{NAMED.join(', ')}") unless NAMED.include?(load[:of])
          base = @loads[load[:of]]
          refuse(field, "needs the #{load[:of].tr('_', ' ')} of this lot, which nobody stated") if base.nil?
          base * (load[:times] || 1.0)
        end

        # A hold follows what it holds; nothing comes after the break but words.
        def refuse_order!
          steps.each_cons(2) do |one, other|
            next if one.does != "break" || %w[remark inspect wait measure].include?(other.does)

            refuse("steps", "go on after the break: nothing can be pulled there")
          end
          if kind == "proof" && steps.none? { |step| step.does == "hold" }
            refuse("steps", "hold nothing: a proof is held")
          end
          held = steps.index { |step| step.does == "hold" } or return
          pulled = steps.index { |step| %w[ramp cycle].include?(step.does) }
          refuse("steps", "hold before anything was pulled") if pulled.nil? || held < pulled
        end

        def refuse(field, words)
          raise InvalidInput.new("Procedure #{name}: #{field.tr('_', ' ')} #{words}", fields: { field => words })
        end
      end
    end
  end
end
