# frozen_string_literal: true

module MildAnvil
  module Core
    module Watch
      # A product, a cell, a bench, morning after morning: its own band, what stands out, and its lower limit.
      #
      # The band is set by the first twenty values after the last change that gave the product a band of its own, and is
      # held from then on; with fewer it is set by all but the newest, and provisional.
      class Course
        BASE = 20
        FEWEST = 5
        CAPABLE_FROM = 25
        STEADY = 6

        # at: anything that compares; value: SI
        Point = Struct.new(:id, :at, :value, :batch, keyword_init: true)
        Change = Struct.new(:at, :words, :rebase, keyword_init: true)
        # rule: of RunRules; from, to: places in points, from 0; words
        Pattern = Struct.new(:rule, :from, :to, :words, keyword_init: true)

        WORDS = { beyond_three: "beyond its own band", two_of_three_beyond_two: "two of three far from the middle",
                  four_of_five_beyond_one: "four of five on one side, away from the middle",
                  eight_on_one_side: "eight on one side of the middle" }.freeze
        SPANS = { beyond_three: 1, two_of_three_beyond_two: 3, four_of_five_beyond_one: 5, eight_on_one_side: 8 }.freeze
        NUMBERS = %w[none one two three four five six seven eight nine ten eleven twelve].freeze

        attr_reader :points, :limit

        # @param points [Array<Point>] in order; @param limit [Float, nil] that it must not fall below
        # @param changes [Array<Change>]
        def initialize(points, limit: nil, changes: [])
          @points = points
          @limit = limit
          @changes = changes
        end

        def latest = points.last

        # @return [Integer] place of the first value after the last change of band
        def from
          since = @changes.select(&:rebase).map(&:at).max
          since ? points.index { |p| p.at >= since } || points.size : 0
        end

        # @return [HeldChart, nil] nil with too few values, or when they are all alike
        def chart
          return @chart if defined?(@chart)

          own = points.drop(from).map(&:value)
          base = own.size > BASE ? own.first(BASE) : own[0...-1]
          @chart = base.size < FEWEST ? nil : HeldChart.new(own, IndividualsChart.new(base))
        rescue InsufficientData
          @chart = nil
        end

        def provisional? = points.size - from <= BASE

        # @return [Array<Pattern>] all there are, the newest last
        def patterns
          @patterns ||= begin
            rules = chart ? RunRules.western_electric(chart) : {}
            found = rules.flat_map { |rule, places| joined(rule, places) }
            (found + steady).sort_by { |p| [p.to, p.from] }
          end
        end

        # @return [Array<Pattern>] that the newest value completes
        def now = patterns.select { |p| p.to == points.size - 1 }

        # @return [Array<Point>]
        def below = limit ? points.select { |p| p.value < limit } : []

        def below? = !latest.nil? && !limit.nil? && latest.value < limit

        # @return [String] below, band, pattern, ok, few
        def state
          return "few" if points.empty?
          return "below" if below?
          return "few" if chart.nil? && now.empty?

          now.any? ? "pattern" : "ok"
        end

        # The band itself may promise too much: its lower edge lies below the limit.
        def band_below_limit? = !limit.nil? && !chart.nil? && chart.lower_limit < limit

        # @return [Array(Capability, nil, String)] the index, or why it means nothing
        def capability
          return [nil, "without a lower limit there is nothing to be capable of"] if limit.nil?

          own = points.drop(from).map(&:value)
          return [nil, "from #{CAPABLE_FROM} breaks on; there are #{own.size}"] if own.size < CAPABLE_FROM
          return [nil, "a process that wanders has no capability: first find out why"] if own_patterns?

          [Capability.new(own, limit), ""]
        rescue InsufficientData => e
          [nil, e.message]
        end

        # @return [Hash, nil] of the newest change: mean before, mean since, counts; nil without values on both sides
        def since_change
          change = @changes.max_by(&:at) or return
          before, since = points.partition { |p| p.at < change.at }
          return if before.empty? || since.empty?

          { words: change.words, at: change.at, before: mean(before.last(BASE)), since: mean(since), count: since.size,
            all_lower: since.all? { |p| p.value < mean(before.last(BASE)) } }
        end

        private

        def own_patterns? = patterns.any? { |p| p.from >= from }
        def mean(points) = points.sum(&:value) / points.size

        # Places of a rule that follow each other are one pattern.
        def joined(rule, places)
          places.slice_when { |a, b| b != a + 1 }.map do |run|
            first = [run.first - SPANS.fetch(rule), 0].max + from
            Pattern.new(rule: rule, from: first, to: run.last - 1 + from, words: WORDS.fetch(rule))
          end
        end

        # Rising or falling: said with how many there are, the first of them counted.
        def steady
          own = points.drop(from)
          runs = own.each_index.drop(1).slice_when do |a, b|
            (own[a].value <=> own[a - 1].value) != (own[b].value <=> own[b - 1].value)
          end
          runs.filter_map do |run|
            way = own[run.first].value <=> own[run.first - 1].value
            next if way.zero? || run.size + 1 < STEADY

            count = run.size + 1
            Pattern.new(rule: :steady, from: run.first - 1 + from, to: run.last + from,
                        words: "#{way.positive? ? 'rising' : 'falling'} #{NUMBERS.fetch(count, count)} running")
          end
        end
      end
    end
  end
end
