# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # Everything in line from one end of the bench to the other: what breaks first, and how to make it the specimen.
      class LoadTrain
        Link = Plan::Link
        First = Struct.new(:name, :probability, keyword_init: true)
        WANTED = 0.95
        REACH = 8.0
        PANELS = 64
        OF_OTHERS = [-6, -4, -3, -2, -1, 0, 1, 2, 3, 4, 6].freeze
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
        def first = @first ||= links.map { |link| First.new(name: link.name, probability: chance_of(link)) }

        # @return [Float, nil] chance that the specimen goes before everything whose strength is known
        def specimen_first = first[links.index(&:specimen)].probability

        # @return [Link, nil] the weakest by its mean, the specimen aside
        def weakest_other = (known - [specimen]).min_by(&:capacity)

        # The smallest change that makes the specimen the weak link: the weakest other link, made so many times as
        # strong.
        # @return [Hash, nil] name:, times: nil when it is so already, or when the specimen's strength is unknown
        def mend(wanted: WANTED)
          return if specimen_first.nil? || specimen_first >= wanted

          found = (known - [specimen]).filter_map do |link|
            times = times_for([link], wanted)
            times && { name: link.name, times: times, link: link }
          end
          found.min_by { |change| change[:times] } || mend_all(wanted)
        end

        private

        def chance_of(link)
          return unless link.known? && specimen.known?

          others = known - [link]
          nodes_for(link, others).sum do |x, weight|
            weight * others.reduce(link.density(x)) { |product, other| product * other.survival(x) }
          end.clamp(0.0, 1.0)
        end

        # Panels over this link's own range, and the bends of the others where they fall into it.
        def nodes_for(link, others)
          low, high = [-REACH, REACH].map { |z| link.capacity + (z * link.scatter) }
          bends = others.flat_map { |other| OF_OTHERS.map { |z| other.capacity + (z * other.scatter) } }
          panels = others.empty? ? 16 : 24
          Statistics::GaussLegendre.each_node([*(0..panels).map { |i| low + ((high - low) * i / panels) },
                                               *bends.select { |x| x > low && x < high }].sort.uniq)
        end

        # How often as strong these must be. The rest of the integrand stays what it is and is made once.
        def times_for(changed, wanted)
          fixed = product_without(changed)
          chance = lambda do |times|
            stronger = changed.map { |link| link.stronger(times) }
            fixed.sum { |x, y| stronger.reduce(y) { |product, link| product * link.survival(x) } } - wanted
          end
          return if chance.call(LARGEST_CHANGE).negative?

          Statistics::Roots.bracketed(1.0, LARGEST_CHANGE, tolerance: CLOSE, &chance)
        end

        def product_without(changed)
          others = known - changed - [specimen]
          low, high = [-REACH, REACH].map { |z| specimen.capacity + (z * specimen.scatter) }
          edges = (0..PANELS).map { |i| low + ((high - low) * i / PANELS) }
          Statistics::GaussLegendre.each_node(edges).map do |x, weight|
            [x, weight * others.reduce(specimen.density(x)) { |product, other| product * other.survival(x) }]
          end
        end

        def mend_all(wanted)
          times = times_for(known - [specimen], wanted)
          times && { name: "all but the specimen", times: times, link: nil }
        end
      end
    end
  end
end
