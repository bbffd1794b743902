# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # Rates of a procedure as somebody types them, of load or travel, a second or a minute; kept as typed and in SI.
      module TypedRates
        PER = { "s" => 1.0, "min" => 60.0 }.freeze
        BY = { "displacement" => "travel", "force" => "force", "torque" => "force", "pressure" => "force" }.freeze

        module_function

        # @param content [Hash] of a procedure; a step may have rate_as: value, unit such as kN/min
        # @return [Hash] with rate and by in SI
        # @raise [InvalidInput]
        def call(content)
          steps = content[:steps].to_a.each_with_index.map { |step, i| step[:rate_as] ? read(step, i) : step }
          { **content, steps: steps }
        end

        def read(step, index)
          symbol, per = step[:rate_as][:unit].to_s.split("/", 2)
          unit = Catalogue.units.all.find { |one| one.symbol == symbol && BY.key?(one.quantity) }
          seconds = PER[per]
          refuse(index, "has a rate in “#{step[:rate_as][:unit]}”, which is none") if unit.nil? || seconds.nil?

          by = BY.fetch(unit.quantity)
          refuse(index, "goes to a load: its rate is one of load") if mismatched?(step, by)
          { **step, rate: unit.to_si(step[:rate_as][:value].to_f) / seconds, by: by }
        end
        private_class_method :read

        # Where it goes to says by what.
        def mismatched?(step, by)
          return by == "travel" if %w[release cycle].include?(step[:does])

          step[:does] == "ramp" && (step[:by] || "force") != by
        end
        private_class_method :mismatched?

        def refuse(index, words)
          raise InvalidInput.new("Step #{index + 1} #{words}", fields: { "steps.#{index}.rate" => words })
        end
        private_class_method :refuse
      end
    end
  end
end
