# frozen_string_literal: true

require "fileutils"
require "json"

# Rates made-up lots and counts how often a bound keeps its promise; resumable, on two cores.
class CoverageStudy
  RATING = MildAnvil::Core::Rating
  NORMAL = MildAnvil::Core::Statistics::Normal
  COUNTS = [3, 5, 10, 20].freeze
  SHARES = [0.0, 0.2, 0.4].freeze # of the values that are only "at least"
  # Why they are: stopped at one load, ended by a connector of a strength of its own, or the strongest of the lot, a
  # little below what they would have carried.
  ENDINGS = %w[fixed random informative].freeze
  POPULATIONS = { "normal" => ->(u) { 1000 * (1 + (0.1 * NORMAL.quantile(u))) },
                  "log-normal" => ->(u) { 1000 * Math.exp(0.1 * NORMAL.quantile(u)) },
                  "Weibull 5" => ->(u) { 1000 * ((-Math.log(1 - u))**0.2) },
                  "Weibull 8" => ->(u) { 1000 * ((-Math.log(1 - u))**0.125) },
                  "two modes" => lambda { |u|
                    # one piece in five is of a weaker kind; the mixture's quantile, by halving
                    low = 0.0
                    high = 2000.0
                    60.times do
                      at = (low + high) / 2
                      below = (0.8 * NORMAL.cdf((at - 1000) / 60)) + (0.2 * NORMAL.cdf((at - 800) / 60))
                      below < u ? low = at : high = at
                    end
                    (low + high) / 2
                  },
                  "Weibull 20" => ->(u) { 1000 * ((-Math.log(1 - u))**0.05) } }.freeze
  QUICK = %i[mean_minus_three_s tolerance_normal tolerance_lognormal fitted_normal fitted_lognormal
             fitted_weibull].freeze
  # The school whose own assumption holds, calibrated as a rating is. On logarithms a log-normal lot is a normal one,
  # and all
  # Weibull shapes are one: so two populations stand for four.
  OWN = { "normal" => :fitted_normal, "Weibull 5" => :fitted_weibull }.freeze
  # What is recommended, as it is used: with nothing known of the shape, and with what is known where it is true.
  KNOWN = { "normal" => "normal", "log-normal" => "normal", "Weibull 5" => "weibull", "Weibull 8" => "weibull",
            "Weibull 20" => "weibull" }.freeze
  RECOMMENDED = %w[recommended_unknown recommended_known].freeze
  BATCH = 100
  CORES = 2

  # @param shares [Array<Float>] of the values that are only "at least"; @param counts [Array<Integer>] of pieces
  def initialize(folder, lots:, simulated:, recommended: 0, shares: SHARES, counts: COUNTS)
    @recommended = recommended
    @shares = shares
    @counts = counts
    @folder = folder
    @lots = lots
    @simulated = simulated
    FileUtils.mkdir_p(folder)
  end

  def run
    jobs = cases.flat_map { |case_of| batches(case_of) }
    waiting = jobs.reject { |job| File.exist?(path(job)) }
    workers = Array.new(CORES) { |core| fork { waiting.each_with_index { |job, i| work(job) if i % CORES == core } } }
    workers.each { |pid| Process.wait(pid) }
  end

  # @return [String] a table in Markdown
  def report
    head = ["population", "n", "only “at least”", "why", *QUICK.map { |k| k.to_s.tr("_", " ") }, "own, simulated",
            "recommended, nothing known", "recommended, its kind known"]
    rows = cases.map do |name, n, share, ending|
      [name, n, "#{(share * 100).round} %", share.zero? ? "–" : ending, *cells([name, n, share, ending])]
    end
    [head, head.map { "---" }, *rows].map { |row| "| #{row.join(' | ')} |" }.join("\n")
  end

  private

  # A lot in which all broke has no ending to tell apart.
  def cases
    POPULATIONS.keys.product(@counts, @shares, ENDINGS).reject do |_, _, share, why|
      share.zero? && why != ENDINGS.first
    end
  end

  def batches((name, n, share, ending))
    quick = (0...(@lots / BATCH)).map { |b| [name, n, share, ending, b, :quick] }
    recommended = (0...(@recommended / BATCH)).map { |b| [name, n, share, ending, b, :recommended] }
    slow = if OWN.key?(name) && (share.positive? || name != "normal")
             (0...(@simulated / BATCH)).map do |b|
               [name, n, share, ending, b, :simulated]
             end
           else
             []
           end
    quick + slow + recommended
  end

  def path(job) = File.join(@folder, "#{job.join('_').tr(' ', '-')}.json")

  def work(job)
    name, n, share, ending, batch, kind = job
    quantile = POPULATIONS.fetch(name)
    random = Random.new([name, n, share, ending, batch].join("/").sum + (batch * 7919) + (n * 104_729))
    kept = Hash.new(0)
    given = Hash.new(0)
    keys = { quick: QUICK, recommended: RECOMMENDED }[kind] || [OWN.fetch(name)]
    truth = quantile.call(0.05)
    BATCH.times do
      sample = RATING::Sample.new(lot(quantile, n, share, ending, random))
      keys.each do |key|
        bound = (kind == :recommended ? as_used(key, sample, name) : bound(key, sample, kind)) or next
        given[key] += 1
        kept[key] += 1 if bound <= truth
      end
    end
    File.write("#{path(job)}.part", JSON.generate(kept: kept, given: given))
    File.rename("#{path(job)}.part", path(job))
  end

  # @return [Array<Observation>]
  def lot(quantile, count, share, ending, random)
    strengths = Array.new(count) { quantile.call(even(random)) }
    stops = stops(strengths, quantile, share, ending, random)
    strengths.zip(stops).map do |strength, stop|
      RATING::Observation.checked(counts_as: stop < strength ? :at_least : :break,
                                  value_si: [strength, stop].min.clamp(1.0, nil))
    end
  end

  # Where each would be stopped. A connector's strength w^a with a = share/(1 - share) lies below an even u so often.
  def stops(strengths, quantile, share, ending, random)
    return strengths.map { Float::INFINITY } if share.zero?

    case ending
    when "fixed" then strengths.map { quantile.call(1 - share) }
    when "random"
      strengths.map { quantile.call((even(random)**(share / (1 - share))).clamp(1.0e-12, 1 - 1.0e-12)) }
    else
      strongest = strengths.max((strengths.size * share).round)
      strengths.map { |x| strongest.include?(x) ? x * (0.85 + (0.15 * random.rand)) : Float::INFINITY }
    end
  end

  def even(random) = random.rand.clamp(1.0e-12, 1 - 1.0e-12)

  # The minimum that the screen would state as a bound. Where too few broke for one it states the lowest value with the
  # confidence that its number gives, and promises nothing of this.
  def as_used(key, sample, name)
    shape = key == "recommended_known" ? KNOWN[name] : "unknown"
    return if shape.nil?

    given = RATING::Population.from_h({ shape: shape, reason: "tried" })
    chosen = RATING::ComputeRating.call(sample, terms.dup.tap { |t| t.population = given }.freeze).chosen
    chosen&.value_si unless chosen&.key == :lowest
  end

  def bound(key, sample, kind)
    result = RATING::Schools.find(key).rate(sample, kind == :quick ? terms : simulating)
    result.value_si || result.working&.dig(:bound_si)
  end

  def terms = @terms ||= RATING::Terms.checked(unit: MildAnvil::Catalogue.units.force!("N"))
  def simulating = @simulating ||= RATING::Terms.checked(unit: MildAnvil::Catalogue.units.force!("N"), calibrate: :all)

  def cells(case_of)
    quick = totals([*case_of, "*", :quick])
    slow = totals([*case_of, "*", :simulated])
    QUICK.map { |key| cell(quick, key.to_s) } + [slow.empty? ? "" : cell(slow, OWN.fetch(case_of.first).to_s)] +
      RECOMMENDED.map { |key| cell(totals([*case_of, "*", :recommended]), key) }
  end

  def totals(pattern)
    Dir[path(pattern)].map { |file| JSON.parse(File.read(file)) }.each_with_object({}) do |part, sums|
      part["given"].each { |key, n| (sums[key] ||= [0, 0])[1] += n }
      part["kept"].each { |key, n| (sums[key] ||= [0, 0])[0] += n }
    end
  end

  def cell(totals, key)
    kept, given = totals[key]
    given.to_i < 50 ? "–" : format("%.1f", 100.0 * kept / given)
  end
end
