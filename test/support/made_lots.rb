# frozen_string_literal: true

# Lots without end: populations and mixtures, any number, values that are only bounds, coarse displays.
module MadeLots
  NORMAL = MildAnvil::Core::Statistics::Normal
  POPULATIONS = [->(r) { 1 + (0.05 * NORMAL.quantile(r.rand.clamp(1e-9, 1 - 1e-9))) },
                 ->(r) { Math.exp(0.1 * NORMAL.quantile(r.rand.clamp(1e-9, 1 - 1e-9))) },
                 ->(r) { (-Math.log(1 - r.rand))**0.2 }, ->(r) { (-Math.log(1 - r.rand))**0.05 },
                 ->(r) { r.rand(0.8..1.2) }, ->(r) { (r.rand < 0.1 ? 0.6 : 1.0) * (1 + (0.04 * (r.rand - 0.5))) },
                 ->(r) { 1 + (0.3 * (r.rand - 0.5)) }].freeze
  SHAPES = %w[normal weibull unknown].freeze

  # values: SI, on the steps of the display; bounds: at which places a value is only "at least"
  Made = Struct.new(:values, :bounds, :step, :shape, :seed, keyword_init: true) do
    def sample(changed = values)
      MildAnvil::Core::Rating::Sample.new(changed.each_with_index.map do |value, i|
        MildAnvil::Core::Rating::Observation.checked(counts_as: bounds.include?(i) ? :at_least : :break,
                                                     value_si: value, label: i.to_s)
      end)
    end
  end

  # @param bounds [Boolean] whether some of the values may be bounds
  def made_lot(seed, bounds: false, count: nil, wide: false)
    random = Random.new(seed)
    size = 10**random.rand(2.0..5.0)
    count ||= random.rand(2..14)
    step = size * [0.0005, 0.002, 0.01, 0.03].sample(random: random)
    drawn = POPULATIONS.sample(random: random)
    values = Array.new(count) { wide ? size * random.rand(0.5..1.5) : size * drawn.call(random) }
    values = values.map { |value| [(value / step).round, 1].max * step }
    only = bounds ? (0...count).to_a.sample(random.rand(0..(count / 3)), random: random) : []
    Made.new(values: values, bounds: only, step: step, shape: SHAPES.sample(random: random), seed: seed)
  end

  def made_terms(made, **given)
    terms(resolution_si: made.step, calibrate: :none,
          population: MildAnvil::Core::Rating::Population.from_h({ shape: made.shape, reason: "made" }), **given)
  end

  # @return [Float] the minimum in SI as it is computed, 0 where there is none
  def minimum(made, values = made.values, **given)
    MildAnvil::Core::Rating::ComputeRating.call(made.sample(values), made_terms(made, **given)).chosen&.value_si || 0.0
  end
end
