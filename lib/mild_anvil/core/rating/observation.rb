# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What one pulled feature says about its strength, after a person judged it.
      #
      # - break: it failed at force_newtons
      # - at_least: something else ended the pull, or it was stopped; the strength is not below force_newtons
      # - at_most: it failed on the way to force_newtons
      # - between: it failed between force_newtons and upper_newtons
      # mode names how, or which part of it, failed.
      # - void: a cause other than the value was found; it counts for nothing and stays drawn
      Observation = Struct.new(:counts_as, :force_newtons, :upper_newtons, :label, :reason, :reference, :mode, keyword_init: true) do
        def counts? = counts_as != :void
        def break? = counts_as == :break

        # @return [Float, nil] the highest force it surely carried; nil for at_most
        def surely_carried_newtons = counts_as == :at_most ? nil : force_newtons
      end

      class Observation
        LARGEST_NEWTONS = 1.0e12 # more than anything on earth is pulled with
        KINDS = %i[break at_least at_most between void].freeze

        # @raise [InvalidInput] naming what is wrong with a judged value
        def self.checked(counts_as:, force_newtons:, upper_newtons: nil, **rest)
          kind = counts_as.to_sym
          raise InvalidInput.new("#{counts_as} is no way to count; use #{KINDS.join(', ')}", counts_as: counts_as) unless KINDS.include?(kind)
          raise InvalidInput.new("a force must be a number above 0", force_newtons: force_newtons) unless force?(force_newtons) && force_newtons.positive?
          raise InvalidInput.new("between needs an upper force above the lower one", force_newtons: force_newtons, upper_newtons: upper_newtons) if kind == :between && !(force?(upper_newtons) && upper_newtons > force_newtons)

          new(counts_as: kind, force_newtons: force_newtons.to_f, upper_newtons: kind == :between ? upper_newtons.to_f : nil, **rest).freeze
        end

        def self.force?(value) = value.is_a?(Numeric) && value.to_f.abs <= LARGEST_NEWTONS
        private_class_method :force?
      end
    end
  end
end
