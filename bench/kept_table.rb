# frozen_string_literal: true

# The table behind the sentences about coverage, and that of docs/validation.md, from made-up lots of twelve
# populations: bin/coverage --table [--lots N]. Six of them were looked at when the rules were chosen; six were not.
class KeptTable
  CORE = MildAnvil::Core
  RATING = CORE::Rating
  NORMAL = CORE::Statistics::Normal
  TRUE_SHARE = 0.05
  COUNTS = [2, 3, 4, 5, 6, 8, 10, 15, 20, 30, 50].freeze
  MOMENTS = %i[tolerance_normal tolerance_lognormal cautious tolerance_weibull].freeze
  FITTED = %i[fitted_normal fitted_lognormal fitted_weibull fitted_cautious].freeze
  # Of a complete lot the fitted normal bounds are the tolerance bounds; these two are calibrated by simulation.
  COMPLETE = { fitted_normal: :tolerance_normal, fitted_lognormal: :tolerance_lognormal }.freeze
  FITTED_COUNTS = [3, 5, 10, 20].freeze
  BOUNDS_COUNTS = [5, 10, 20].freeze
  BOUNDS_SHARE = 0.25 # of the pieces end by a connector of a strength of its own
  CORES = 2

  def self.mixture(share, at, deviation)
    lambda do |u|
      low = 0.0
      high = 2000.0
      50.times do
        middle = (low + high) / 2
        below = ((1 - share) * NORMAL.cdf((middle - 1000) / deviation)) +
                (share * NORMAL.cdf((middle - (1000 * at)) / (deviation * at)))
        below < u ? low = middle : high = middle
      end
      (low + high) / 2
    end
  end

  def self.gamma(shape)
    lambda do |u|
      low = 0.0
      high = 4.0 * shape
      50.times do
        middle = (low + high) / 2
        CORE::Statistics::IncompleteGamma.lower(shape.to_f, middle) < u ? low = middle : high = middle
      end
      (low + high) / 2 * 1000 / shape
    end
  end

  weibull = ->(shape) { ->(u) { 1000 * ((-Math.log(1 - u))**(1.0 / shape)) } }
  # By quantile. The first six were looked at when the rules were chosen.
  POPULATIONS = { "normal" => ->(u) { 1000 + (60 * NORMAL.quantile(u)) },
                  "log-normal" => ->(u) { 1000 * Math.exp(0.1 * NORMAL.quantile(u)) },
                  "Weibull 5" => weibull.call(5), "Weibull 8" => weibull.call(8), "Weibull 20" => weibull.call(20),
                  "smallest extremes" => ->(u) { 1000 + (40 * Math.log(-Math.log(1 - u))) },
                  "gamma 50" => gamma(50), "logistic" => ->(u) { 1000 + (40 * Math.log(u / (1 - u))) },
                  "uniform" => ->(u) { 850 + (300 * u) },
                  "Student 6" => ->(u) { 1000 + (50 * CORE::Statistics::StudentT.quantile(u, 6)) },
                  "one in five at 0.8" => mixture(0.2, 0.8, 60), "8 % at 0.6" => mixture(0.08, 0.6, 60) }.freeze
  LOOKED_AT = POPULATIONS.keys.first(6).freeze
  # Columns of the kept table: the worst of each.
  KINDS = { normal: ["normal"], weakest_place: ["Weibull 5", "Weibull 8", "Weibull 20", "smallest extremes"],
            weak_pieces: ["8 % at 0.6"] }.freeze
  GRID = 4096 # places of each quantile function that lots are drawn from

  def initialize(lots:, fitted: 200, bounds: 300)
    @lots = { moments: lots, fitted: fitted, bounds: bounds }
  end

  # @return [String] lines of school, pieces, bounds ("no", "some") and the worst share kept of each kind, in per cent
  def table
    kept.group_by { |(_, *rest), _| rest }.map do |(school, count, bounds), rows|
      shares = rows.to_h { |(population, *), share| [population, share] }
      [school, count, bounds, *KINDS.values.map { |names| format("%.1f", shares.values_at(*names).min) }].join(" ")
    end.join("\n")
  end

  # @return [String] Markdown: what is recommended, by what was said of the item, on every population
  def report
    shares = kept
    said = { "nothing known" => :cautious, "said to be normal" => :tolerance_normal,
             "said to be of the weakest place" => :tolerance_weibull }
    counts = [3, 5, 10, 20]
    head = ["population", *said.keys.product(counts).map { |words, n| "#{words}, n = #{n}" }]
    rows = POPULATIONS.keys.map do |name|
      [LOOKED_AT.include?(name) ? name : "#{name} *", *said.values.product(counts).map do |school, n|
        format("%.1f", shares.fetch([name, school, n, "no"]))
      end]
    end
    [head, head.map { "---" }, *rows].map { |row| "| #{row.join(' | ')} |" }.join("\n")
  end

  private

  # @return [Hash{Array => Float}] population, school, pieces, bounds to the share kept, in per cent
  def kept
    @kept ||= begin
      pipes = cases.each_with_index.group_by { |_, i| i % CORES }.values.map do |mine|
        IO.popen("-") || child(mine.map(&:first))
      end
      pipes.flat_map { |pipe| pipe.readlines(chomp: true) }.to_h do |line|
        name, school, count, bounds, share = line.split("\t")
        [[name, school.to_sym, Integer(count), bounds], Float(share)]
      end.to_h.then { |found| found.merge(same(found)) }.sort_by { |(name, school, n, b), _| [school, b, n, name] }.to_h
    end
  end

  def same(found)
    COMPLETE.flat_map do |fitted, moments|
      found.select { |(_, school, _, bounds), _| school == moments && bounds == "no" }
           .map { |(name, _, count, bounds), share| [[name, fitted, count, bounds], share] }
    end.to_h
  end

  def cases
    POPULATIONS.keys.product(COUNTS, [:moments]) + POPULATIONS.keys.product(FITTED_COUNTS, [:fitted]) +
      POPULATIONS.keys.product(BOUNDS_COUNTS, [:bounds])
  end

  def child(mine)
    mine.each do |name, count, kind|
      shares(name, count, kind).each do |school, share|
        puts [name, school, count, kind == :bounds ? "some" : "no", share].join("\t")
      end
      $stdout.flush
    end
    exit!
  end

  def shares(name, count, kind)
    quantile = POPULATIONS.fetch(name)
    grid = Array.new(GRID) { |i| quantile.call((i + 0.5) / GRID) }
    truth = quantile.call(TRUE_SHARE)
    random = Random.new("#{name}#{count}#{kind}".sum)
    schools = { moments: MOMENTS, fitted: FITTED - COMPLETE.keys, bounds: FITTED }.fetch(kind)
    held = Hash.new(0)
    given = Hash.new(0)
    @lots.fetch(kind).times do
      sample = RATING::Sample.new(lot(grid, count, random, kind == :bounds))
      schools.each { |school| note(school, sample, truth, kind, held, given) }
    end
    given.to_h { |school, n| [school, (100.0 * held[school] / n).round(2)] }
  end

  # A bound below zero keeps what it says, too: it is refused, and nothing is promised.
  def note(school, sample, truth, kind, held, given)
    lower, = RATING::Schools.find(school).bounds(sample, kind == :fitted ? calibrated : terms)
    return if lower.nil?

    given[school] += 1
    held[school] += 1 if lower <= truth
  end

  def lot(grid, count, random, bounds)
    Array.new(count) do
      strength = grid[random.rand(GRID)]
      stop = bounds && random.rand < BOUNDS_SHARE * 2 ? grid[random.rand(GRID)] : Float::INFINITY
      RATING::Observation.checked(counts_as: stop < strength ? :at_least : :break, value_si: [strength, stop].min)
    end
  end

  def terms
    @terms ||= RATING::Terms.checked(unit: MildAnvil::Catalogue.units.force!("N"), calibrate: :none)
  end

  # A complete lot's calibration depends on its number alone. With bounds among the values it is found lot by lot, too
  # slowly for a table: there the closed form stands in, as on a screen until the simulation is done.
  def calibrated = @calibrated ||= terms.dup.tap { |t| t.calibrate = :all }.freeze
end
