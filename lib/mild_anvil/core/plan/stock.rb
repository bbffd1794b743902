# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # Whether the stock reaches: pieces, length and budget against what the plan needs, and what is lost when not.
      class Stock
        # pieces: as they came; metres: of material; budget in whatever money it is counted; nil: no limit
        Limits = Struct.new(:pieces, :metres, :budget, keyword_init: true)
        # of one piece: metres it takes (its waste with it), what it costs
        Each = Struct.new(:metres, :cost, keyword_init: true)
        Group = Struct.new(:name, :wanted, keyword_init: true)
        ROUNDING = 1.0e-9

        # @param groups [Array<Group>] cells of the study, or one lot
        # @param trials [Integer] trial pulls, which use stock as well and count for nothing
        # @raise [InvalidInput]
        def initialize(limits, each, groups, trials: 0)
          wrong = [*limits.to_h.values, *each.to_h.values, trials].compact.any?(&:negative?)
          raise InvalidInput.new("stock cannot be below zero", fields: { stock: "is below zero" }) if wrong

          @limits = limits
          @each = each
          @groups = groups
          @trials = trials
        end

        def wanted = @groups.sum(&:wanted) + @trials

        # @return [Hash{Symbol => Integer}] pieces that each limit allows
        def allows
          { pieces: @limits.pieces, metres: share(@limits.metres, @each.metres),
            budget: share(@limits.budget, @each.cost) }.compact
        end

        # @return [Integer] pieces that can be had
        def reaches = [wanted, *allows.values].min

        # @return [Array<Group>] what is left of each, cut down evenly: the largest group loses first
        def left
          counts = @groups.map(&:wanted)
          ([reaches - @trials, 0].max...counts.sum).each { counts[counts.index(counts.max)] -= 1 }
          @groups.zip(counts).map { |group, n| Group.new(name: group.name, wanted: n) }
        end

        # @return [Array<String>] what is lost, and to which limit; empty when it reaches
        def lost
          return [] if reaches == wanted

          limit = allows.min_by(&:last).first
          ["#{wanted} pieces are wanted, #{words(limit)} #{reaches}."] +
            left.zip(@groups).filter_map { |after, before| told(after, before) }
        end

        # @return [String]
        def sentence
          return "#{wanted} pieces needed; no limit of stock is entered." if allows.empty?

          lost.empty? ? "The stock reaches: #{wanted} of #{allows.values.min} pieces." : lost.join(" ")
        end

        private

        def share(have, each) = have && each&.positive? ? ((have / each) + ROUNDING).floor : nil

        def words(limit)
          { pieces: "there are", metres: "the length gives", budget: "the budget pays" }.fetch(limit)
        end

        def told(after, before)
          return if after.wanted == before.wanted

          without = after.wanted < 2 ? ": no minimum any more" : ""
          "#{before.name} keeps #{after.wanted} of #{before.wanted}#{without}."
        end
      end
    end
  end
end
