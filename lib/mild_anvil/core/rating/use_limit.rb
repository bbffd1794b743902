# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What a working load limit becomes as it is used: how it is hung, at which angle, and what takes from it; one
      # answer, with every step of it.
      class UseLimit
        # legs: of InUse::LEGS, nil where no angle counts
        Way = Struct.new(:key, :name, :factor, :legs, keyword_init: true)
        WAYS = [Way.new(key: "vertical", name: "straight", factor: 1.0),
                Way.new(key: "choker", name: "choked", factor: InUse::CHOKER),
                Way.new(key: "basket", name: "as a basket, legs upright", factor: InUse::BASKET),
                Way.new(key: "two_legs", name: "on two legs", legs: :two),
                Way.new(key: "three_or_four_legs", name: "on three or four legs", legs: :three_or_four),
                Way.new(key: "four_rigid", name: "on four legs, a rigid load", legs: :four_rigid)].each(&:freeze).freeze
        ANGLES = { "vertical" => ->(a) { a }, "included" => InUse.method(:from_included),
                   "horizontal" => InUse.method(:from_horizontal) }.freeze

        # @param limit_si [Float] of one leg, straight, as stated
        # @param rule [Quantity::FigureRule] of the marking step
        # @param way [String] key of WAYS
        # @param angle [Float] in degrees; @param angle_of [String] of ANGLES
        # @param uniform [Boolean] by the uniform-load method instead of the cosine
        # @param reductions [Array<Reduction>] at most one of a kind
        # @raise [InvalidInput]
        def initialize(limit_si, rule, way: "vertical", angle: 0.0, angle_of: "vertical", uniform: false,
                       reductions: [])
          @limit = limit_si
          @rule = rule
          @way = WAYS.find { |one| one.key == way } || raise(InvalidInput, "“#{way}” is no way to hang it")
          @beta = @way.legs ? ANGLES.fetch(angle_of).call(angle.to_f) : 0.0
          @uniform = uniform
          @reductions = reductions
          check!
        end

        # @return [Hash] factor, beta, limit (nil where it is not used so), steps [[words, factor]], sentence
        def to_h
          { factor: factor, beta: @beta, limit: factor.positive? ? figure : nil, steps: steps,
            sentence: sentence }
        end

        private

        # Angle and uniform-load method are checked where the factor is taken.
        def check!
          twice = @reductions.group_by(&:kind).find { |_, same| same.size > 1 }
          return if twice.nil?

          raise InvalidInput.new("two of one kind: #{twice.last.map(&:name).join(', ')}",
                                 fields: { reductions: "has two of one kind" })
        end

        def hung
          return @way.factor unless @way.legs

          @uniform ? InUse.uniform(@way.legs, @beta) : InUse.legs(@way.legs, @beta)
        end

        def factor = @factor ||= @reductions.reduce(hung) { |product, one| product * one.factor }
        def figure = @rule.zero?(@limit * factor) ? nil : @rule.down(@limit * factor).to_h

        def steps
          first = @way.legs ? "#{@way.name}, #{degrees} from the vertical" : @way.name
          [[first, hung], *@reductions.map { |one| [one.name, one.factor] }]
        end

        def degrees = "#{format('%g', @beta.round(1))}°"

        def sentence
          refused = @reductions.find { |one| one.factor.zero? }
          return "It is not used so: #{[refused.name, refused.note].reject(&:empty?).join(', ').downcase}." if refused

          stated = figure
          return "So it carries less than one marking step: nothing could be marked." if stated.nil?

          worked = steps.map { |words, share| "#{format('%.2f', share)} #{words.downcase}" }.join(" × ")
          "It may be used up to #{stated[:text]} #{stated[:unit]}: #{@rule.nearest(@limit)} × #{worked}, rounded down."
        end
      end
    end
  end
end
