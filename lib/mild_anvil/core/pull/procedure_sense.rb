# frozen_string_literal: true

module MildAnvil
  module Core
    module Pull
      # What a procedure as a whole cannot mean on any bench: a zero that is taken under load, an end that leaves the
      # load hanging, a rate that no bench has. Looked at while it is written and before it is run.
      module ProcedureSense
        FASTEST_METRES_PER_SECOND = 1.0
        FASTEST_BY = { "force" => 1.0e7, "torque" => 1.0e6, "pressure" => 1.0e9 }.freeze # SI a second
        MOST_HERTZ = 100.0
        LOADING = %w[ramp cycle].freeze
        ENDING = %w[release break].freeze

        module_function

        # @param procedure [Procedure]
        # @param quantity [String] of its loads: force, torque, pressure
        # @return [Procedure]
        # @raise [InvalidInput] with fields
        def check!(procedure, quantity: "force")
          loaded = false
          procedure.steps.each_with_index do |step, i|
            refuse!(i, "does", "takes the zero under load: let off first") if step.does == "zero" && loaded
            rate!(step, i, quantity)
            loaded = true if LOADING.include?(step.does)
            loaded = false if ENDING.include?(step.does)
          end
          return procedure unless loaded

          raise InvalidInput.new("The steps end under load: let off, or pull to the break, at the end",
                                 fields: { "steps" => "end under load" })
        end

        def rate!(step, index, quantity)
          most = step.by == "travel" ? FASTEST_METRES_PER_SECOND : FASTEST_BY.fetch(quantity, FASTEST_BY["force"])
          if step.rate && step.rate > most
            refuse!(index, "rate", "is faster than any bench: at most #{said(step, most, quantity)}")
          end
          refuse!(index, "hertz", "is more than #{MOST_HERTZ.round} Hz") if step.hertz && step.hertz > MOST_HERTZ
        end
        private_class_method :rate!

        UNITS = { "force" => "kN/s", "torque" => "kN·m/s", "pressure" => "MPa/s" }.freeze
        DIVIDED = { "force" => 1000, "torque" => 1000, "pressure" => 1_000_000 }.freeze
        def said(step, most, quantity)
          return "#{most.round} m/s" if step.by == "travel"

          known = UNITS.key?(quantity) ? quantity : "force"
          "#{(most / DIVIDED.fetch(known)).round} #{UNITS.fetch(known)}"
        end
        private_class_method :said

        def refuse!(index, field, words)
          raise InvalidInput.new("Step #{index + 1} #{words}", fields: { "steps.#{index}.#{field}" => words })
        end
        private_class_method :refuse!
      end
    end
  end
end
