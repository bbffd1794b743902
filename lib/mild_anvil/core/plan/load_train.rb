# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # Everything in line from one end of the bench to the other: what breaks first, and how to make it the specimen.
      class LoadTrain
        Link = Plan::Link
        First = Struct.new(:name, :probability, keyword_init: true)
        WANTED = 0.95
        REACH = 8.0 # standard deviations; beyond them nothing happens
        EDGES = [-8, -6, -4, -2, -1, 0, 1, 2, 4, 6, 8].freeze # of panels: sixteen nodes in each settle a normal density
        PANELS = 24
        LARGEST_CHANGE = 20.0
        CLOSE = 1.0e-4

        attr_reader :links

        # @param links [Array<Link>] one of them the specimen
        # @raise [InvalidInput]
        def initialize(links)
          if links.count(&:specimen) != 1
            raise InvalidInput.new("one link of the train is the specimen", specimens: links.count(&:specimen))
          end

          faults = links.flat_map { |link| link.faults.map { |fault| "“#{link.name}” #{fault}" } }
          raise InvalidInput.new(faults.join("; "), links: links.map(&:name)) unless faults.empty?

          @links = links
        end

        def specimen = links.find(&:specimen)
        def known = @known ||= links.select(&:known?)
        # @return [Array<Link>] of which nobody knows the strength
        def unknown = links - known
        # @return [Boolean] whether anything can be promised: every link's strength is known
        def promises? = unknown.empty?

        # @return [Array<First>] chance of each to go first, in the order of the train; nil where its strength is
        #   unknown, and everywhere when the specimen's is
        # Method: ∫ f_i(x) Π_j≠i S_j(x) dx over the competing strengths.
        def first
          @first ||= chances.then { |by| links.map { |link| First.new(name: link.name, probability: by[link]) } }
        end

        # @return [Float, nil] chance that the specimen goes before everything whose strength is known
        def specimen_first = first[links.index(&:specimen)].probability

        # @return [Link, nil] the weakest by its mean, the specimen aside
        def weakest_other = others.min_by(&:capacity)

        # The smallest change that makes the specimen the weak link: the weakest other link, made so many times as
        # strong.
        # @return [Hash, nil] name:, times: nil when it is so already, or when the specimen's strength is unknown
        def mend(wanted: WANTED)
          return if specimen_first.nil? || specimen_first >= wanted

          found = others.zip(without_each).filter_map do |link, chance|
            next if chance < wanted

            times = times_for([link], wanted)
            times && { name: link.name, times: times, link: link }
          end
          found.min_by { |change| change[:times] } || mend_all(wanted)
        end

        private

        # All chances from one pass: at each node every survival is wanted once.
        # @return [Hash{Link => Float}]
        def chances
          return {} unless specimen.known?

          sums = Array.new(known.size, 0.0)
          nodes.each do |x, weight|
            held = known.map { |link| link.survival(x) }
            before = held.reduce([1.0]) { |products, s| products << (products.last * s) }
            after = held.reverse.reduce([1.0]) { |products, s| products << (products.last * s) }.reverse
            known.each_with_index { |link, i| sums[i] += weight * link.density(x) * before[i] * after[i + 1] }
          end
          by_link = {}.compare_by_identity
          known.each_with_index { |link, i| by_link[link] = sums[i].clamp(0.0, 1.0) }
          by_link
        end

        # From where the first can go to where one of them has gone for certain.
        def nodes
          ranges = known.map { |link| EDGES.map { |z| link.capacity + (z * link.scatter) } }
          low = ranges.map(&:first).min
          high = ranges.map(&:last).min
          inside = ranges.flatten.select { |x| x > low && x < high }
          Statistics::GaussLegendre.each_node([low, *inside, high].sort.uniq)
        end

        # How often as strong these must be; nil when no strength of theirs is enough.
        def times_for(changed, wanted)
          fixed = product_without(changed)
          chance = lambda do |times|
            stronger = changed.map { |link| link.stronger(times) }
            fixed.sum { |x, y| stronger.reduce(y) { |product, link| product * link.survival(x) } } - wanted
          end
          return if chance.call(LARGEST_CHANGE).negative?

          Statistics::Roots.bracketed(1.0, LARGEST_CHANGE, tolerance: CLOSE, &chance)
        end

        # The integrand without some links. What it is made of is computed once.
        def product_without(changed)
          kept = others.each_index.reject { |i| changed.any? { |link| link.equal?(others[i]) } }
          around_specimen.map { |x, weighted, held| [x, kept.reduce(weighted) { |product, i| product * held[i] }] }
        end

        # Chance of the specimen if one other link could never go: only such a link's strength can mend the train.
        def without_each
          sums = Array.new(others.size, 0.0)
          around_specimen.each do |_, weighted, held|
            all_after = held.reverse.reduce([1.0]) { |products, s| products << (products.last * s) }.reverse
            before = weighted
            held.each_with_index do |s, i|
              sums[i] += before * all_after[i + 1]
              before *= s
            end
          end
          sums
        end

        def others = @others ||= known.reject(&:specimen)

        # Nodes over the specimen's own range: its weighted density, and what every other link holds there.
        def around_specimen
          @around_specimen ||= begin
            low, high = [-REACH, REACH].map { |z| specimen.capacity + (z * specimen.scatter) }
            edges = (0..PANELS).map { |i| low + ((high - low) * i / PANELS) }
            Statistics::GaussLegendre.each_node(edges).map do |x, weight|
              [x, weight * specimen.density(x), others.map { |link| link.survival(x) }]
            end
          end
        end

        def mend_all(wanted)
          times = times_for(others, wanted)
          times && { name: "all but the specimen", times: times, link: nil }
        end
      end
    end
  end
end
