# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # The first pull of a piece against the second one of the same piece, such as its other end: what a first load
      # left.
      module FirstSecond
        FEWEST = 3 # pairs

        module_function

        # @param side [Side] its observations in the order of pulls, each with its specimen
        # @param comparable [Comparable]; @param figures [Quantity::FigureRule]
        # @return [Array<String>] none where fewer than three pieces broke twice
        def call(side, comparable, figures, confidence)
          pairs = pairs(side)
          return [] if pairs.size < FEWEST

          [said(Paired.new(pairs.map(&:first), pairs.map(&:last)), pairs.size, comparable, figures, confidence)]
        rescue InsufficientData
          []
        end

        def pairs(side)
          side.counted.select(&:break?).group_by(&:specimen).reject { |specimen, _| specimen.nil? }
              .values.map { |own| own.map(&:value_si).first(2) }.select { |own| own.size == 2 }
        end
        private_class_method :pairs

        def said(test, pieces, comparable, figures, confidence)
          low, high = test.interval(confidence)
          mean = test.described.mean
          sure = "with #{format('%g', confidence * 100)} %, by #{pieces} pieces"
          if low.negative? && high.positive?
            return "Whether first and second pull of a piece differ cannot be told: #{EffectWords.signed(mean,
                                                                                                         figures)} ± " \
                   "#{figures.up((high - low) / 2)} #{sure}."
          end

          near, far = [low.abs, high.abs].minmax
          order = mean.positive? ? ["first pull", "the second"] : ["second pull", "the first"]
          "The #{order[0]} of a piece #{format(comparable.says, figures.nearest(mean.abs))} #{order[1]}, between " \
            "#{figures.down(near).text} and #{figures.up(far)} #{sure}."
        end
        private_class_method :said
      end
    end
  end
end
