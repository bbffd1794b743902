# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # Everything in line from one end of the bench to the other: what breaks first, and how to make it the specimen.
      class LoadTrain
        # mean and deviation: strength in newtons of one strand as it works here (knots, bends, small pins already
        # taken off);
        # strands in parallel carry with a share factor.
        Link = Struct.new(:name, :mean, :deviation, :strands, :share_factor, :specimen, keyword_init: true) do
          def initialize(strands: 1, share_factor: 1.0, specimen: false, **rest) = super
          def capacity = mean * strands * share_factor
          def scatter = deviation * share_factor * Math.sqrt(strands)
          def with(**changed) = self.class.new(**to_h, **changed)
        end
        First = Struct.new(:name, :probability, keyword_init: true)
        WANTED = 0.95
        REACH = 8.0
        PANELS = 60

        attr_reader :links

        # @param links [Array<Link>] one of them the specimen
        # @raise [InvalidInput]
        def initialize(links)
          if links.count(&:specimen) != 1
            raise InvalidInput.new("one link of the train is the specimen",
                                   specimens: links.count(&:specimen))
          end
          unless links.all? do |l|
            l.mean.positive? && l.deviation.positive?
          end
            raise InvalidInput.new("strength and scatter must be above zero: a rating is a strength with some scatter",
                                   links: links.map(&:name))
          end

          @links = links
        end

        # @return [Array<First>] chance of each to go first, in the order of the train
        # Method: ∫ f_i(x) Π (1 - F_j(x)) dx over the competing normal strengths.
        def first
          low, high = links.flat_map { |l| [l.capacity - (REACH * l.scatter), l.capacity + (REACH * l.scatter)] }.minmax
          edges = links.flat_map { |l| (-6..6).map { |j| l.capacity + (j * l.scatter) } }
          breaks = [*edges, *(0..PANELS).map { |i| low + ((high - low) * i / PANELS) }].sort.uniq
          nodes = Statistics::GaussLegendre.each_node(breaks)
          links.map do |link|
            First.new(name: link.name, probability: nodes.sum do |x, weight|
              weight * goes_at(link, x)
            end.clamp(0.0, 1.0))
          end
        end

        # @return [Float] chance that the specimen goes first
        def specimen_first = first[links.index(&:specimen)].probability

        # The smallest change that makes the specimen the weak link: the weakest other link, made so many times as
        # strong.
        # @return [Hash, nil] name:, times: nil when it is so already
        def mend(wanted: WANTED)
          return if specimen_first >= wanted

          others = links.reject(&:specimen)
          found = others.filter_map do |link|
            times_for(link, wanted)&.then do |times|
              { name: link.name, times: times }
            end
          end
          found.min_by { |change| change[:times] } || { name: "all but the specimen", times: times_for_all(wanted) }
        end

        private

        def goes_at(link, x)
          density = Statistics::Normal.density((x - link.capacity) / link.scatter) / link.scatter
          (links - [link]).reduce(density) { |product, other| product * Statistics::Normal.upper_tail((x - other.capacity) / other.scatter) }
        end

        def times_for(link, wanted)
          chance = lambda { |times|
            LoadTrain.new(links.map do |l|
              l.equal?(link) ? stronger(l, times) : l
            end).specimen_first - wanted
          }
          return if chance.call(LARGEST_CHANGE).negative?

          Statistics::Roots.bracketed(1.0, LARGEST_CHANGE, tolerance: 1.0e-4, &chance)
        end

        def times_for_all(wanted)
          chance = lambda { |times|
            LoadTrain.new(links.map do |l|
              l.specimen ? l : stronger(l, times)
            end).specimen_first - wanted
          }
          Statistics::Roots.bracketed(1.0, LARGEST_CHANGE, tolerance: 1.0e-4, &chance)
        end

        def stronger(link, times) = link.with(mean: link.mean * times, deviation: link.deviation * times)

        LARGEST_CHANGE = 20.0
      end
    end
  end
end
