# frozen_string_literal: true

module MildAnvil
  module Core
    module Quantity
      # What an open comma means beside what is known: the step and the end of the display, the other readings of the
      # same lot, the language of whoever types. Where these say nothing, or speak against each other, it stays open.
      class CommaSense
        # meaning: :decimal or :thousands; reason: for people
        Decision = Struct.new(:meaning, :reason, keyword_init: true)
        BEYOND = 1.2 # times its capacity no cell reads
        NEAR = 10.0 # times as much, or as little, as the middle of the others
        LANGUAGES = { "en" => :thousands, "de" => :decimal, "fr" => :decimal }.freeze
        WITHIN = 1.0e-9

        # @param unit [Unit] of the display
        # @param step [Float, nil] of the display, in that unit; @param capacity [Float, nil] likewise
        # @param others_si [Array<Float>] readings of the lot
        # @param language [String, nil] of the person's settings
        def initialize(unit, step: nil, capacity: nil, others_si: [], language: nil)
          @unit = unit
          @step = step
          @capacity = capacity
          @others = others_si
          @language = language
        end

        # @param text [String] an open one
        # @return [Decision, nil]
        def call(text)
          values = TypedNumber::MEANINGS.to_h { |meaning| [meaning, TypedNumber.plain(text, comma: meaning)] }
          by_display(values) || by_others(values) || by_language
        end

        private

        def by_display(values)
          shown = values.select { |_, digits| shown?(digits) }
          return if shown.size == values.size || shown.empty?

          Decision.new(meaning: shown.keys.first, reason: "the cell's step and capacity").freeze
        end

        # As many decimals as its step has, a multiple of it, and no more than it can read.
        def shown?(digits)
          value = digits.to_f
          return false if @capacity && value > BEYOND * @capacity
          return true if @step.nil?

          off = (value / @step) - (value / @step).round
          decimals(digits) <= decimals(format("%.9f", @step).sub(/0+\z/,
                                                                 "")) && off.abs < WITHIN * [value / @step, 1].max
        end

        def decimals(digits) = digits.to_s[/\.(\d*)\z/, 1].to_s.size

        def by_others(values)
          middle = @others.sort[@others.size / 2] or return
          near = values.select do |_, digits|
            (@unit.to_si(digits.to_f) / middle).between?(1 / NEAR, NEAR)
          end
          Decision.new(meaning: near.keys.first, reason: "the lot's other readings").freeze if near.size == 1
        end

        def by_language
          meaning = LANGUAGES[@language] or return
          Decision.new(meaning: meaning, reason: "the language of your settings").freeze
        end
      end
    end
  end
end
