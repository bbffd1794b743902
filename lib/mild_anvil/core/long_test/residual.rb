# frozen_string_literal: true

module MildAnvil
  module Core
    module LongTest
      # What is left after a long test: pieces pulled afterwards against pieces that were never under it.
      module Residual
        module_function

        # @param after [Compare::Side] pulled afterwards; @param fresh [Compare::Side] the reference
        # @return [Line] a ratio with its interval, or why there is none
        def line(after, fresh, confidence: 0.95)
          answer = Compare::PairAnswer.new(after, fresh, confidence: confidence).answer
          return refused(after, fresh, answer.refusal) if answer.verdict == :refused || answer.ratio.nil?

          Line.new(key: "residual", text: sentence(after, fresh, answer.ratio),
                   tone: answer.ratio.high < 1 ? "look" : "ok")
        end

        # Outwards, so that no more is promised than there is.
        def sentence(after, fresh, ratio)
          low = (ratio.low * 100).floor
          high = (ratio.high * 100).ceil
          "What is left: #{(ratio.value * 100).round} % of “#{fresh.name}” (#{low} to #{high} % with 95 %), by " \
            "#{after.size} " \
            "of “#{after.name}” against #{fresh.size}."
        end
        private_class_method :sentence

        def refused(after, fresh, why)
          said = why.to_s.empty? ? "one piece each says too little" : why
          Line.new(key: "residual",
                   text: "What is left of “#{fresh.name}” cannot be told from “#{after.name}”: #{said}.", tone: "look")
        end
        private_class_method :refused
      end
    end
  end
end
