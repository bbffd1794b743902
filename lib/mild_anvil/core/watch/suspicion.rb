# frozen_string_literal: true

module MildAnvil
  module Core
    module Watch
      # A break below its limit: what is asked first, what next, and what each answer rests on. The process is asked
      # before the measuring chain, and that before the product: what is found first explains what comes after.
      module Suspicion
        STEPS = %w[process chain product].freeze
        NAMES = { "process" => "The process", "chain" => "The measuring chain", "product" => "The product" }.freeze

        # change: [Course#since_change] or nil; others: {low:, of:} of the other products that day; cell: {name:,
        # sentence:, sound:} or nil; batch: of this break; before: the last batch within the limit
        Facts = Struct.new(:change, :others, :cell, :batch, :before, :figures, :day, keyword_init: true)

        module_function

        # @param facts [Facts]
        # @return [Array<Hash>] step, name, ask
        def steps(facts)
          asks = { "process" => process(facts), "chain" => chain(facts), "product" => product(facts) }
          STEPS.map { |step| { step: step, name: NAMES.fetch(step), ask: asks.fetch(step) } }
        end

        # The step to go on with: the first one that is not answered "not this"; none once one is "this".
        # @param answers [Hash{String => String}] newest answer of each step
        # @return [String, nil]
        def open(answers)
          return if answers.value?("this")

          STEPS.find { |step| answers[step] != "not_this" }
        end

        def process(facts)
          change = facts.change
          if change.nil?
            return "What changed in how it is made: die, batch, temperature, setting, hand? Nothing is noted."
          end

          moved = if change[:all_lower]
                    "every break since is lower"
                  else
                    "breaks since are " \
                      "#{facts.figures.call(change[:since])} on average"
                  end
          "#{change[:words]} on #{facts.day.call(change[:at])}; #{moved} (before " \
            "#{facts.figures.call(change[:before])})."
        end
        private_class_method :process

        def chain(facts)
          said = facts.cell ? facts.cell[:sentence] : "No cell is named: which one was it, and when was it checked?"
          others = facts.others
          return said if others.nil? || others[:of].zero?

          "#{said} #{others_words(others)}"
        end
        private_class_method :chain

        # Everything low at once is the cell, or the room; one alone is not.
        def others_words(others)
          return "The #{others[:of]} other products that day are in their bands." if others[:low].zero?

          "#{others[:low]} of #{others[:of]} other products that day are low too: that speaks for the cell."
        end
        private_class_method :others_words

        def product(facts)
          batch = facts.batch.to_s.empty? ? "the same batch" : facts.batch
          before = if facts.before.to_s.empty?
                     "one from before"
                   else
                     "one of #{facts.before}, the last one within " \
                       "the limit"
                   end
          "Break two more of #{batch} and #{before}."
        end
        private_class_method :product
      end
    end
  end
end
