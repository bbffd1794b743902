# frozen_string_literal: true

module MildAnvil
  module Core
    module Pull
      # What a step by itself cannot mean.
      module ProcedureCheck
        module_function

        # @param step [Procedure::Step]
        # @yield [String, String] field, words: what is wrong
        def step!(step)
          yield "low", "must lie below the upper load" if step.low && step.high && step.low >= step.high
          yield "points", "name one thing twice" if twice?(step.points)
          return if step.figures.nil?

          names = step.figures.map(&:name)
          yield "figures", "name a thing twice" if twice?(names)
          lacking = step.works_out ? WorkedOut::KINDS.fetch(step.works_out)[:needs].keys - names : []
          yield "figures", "needs #{lacking.join(' and ')} for what it works out" if lacking.any?
        end

        def twice?(names) = !names.nil? && names.uniq.size < names.size
        private_class_method :twice?
      end
    end
  end
end
