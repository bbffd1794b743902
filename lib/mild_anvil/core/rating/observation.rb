# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What one pulled feature says about its strength, after a person judged it.
      #
      # - break: it failed at value_si
      # - at_least: something else ended the pull, or it was stopped; the strength is not below value_si
      # - at_most: it failed on the way to value_si
      # - between: it failed between value_si and upper_si
      # - void: a cause other than the value was found; it counts for nothing and stays drawn
      #
      # mode names how, or which part of it, failed. preloaded: it had seen more than half of this value before.
      # specimen: any key.
      Observation = Struct.new(:counts_as, :value_si, :upper_si, :label, :reason, :reference, :mode, :preloaded,
                               :specimen,
                               keyword_init: true) do
        def counts? = counts_as != :void
        def break? = counts_as == :break
        def preloaded? = preloaded == true

        # @return [Float, nil] the highest value it surely carried; nil for at_most
        def surely_carried_si = counts_as == :at_most ? nil : value_si
      end

      class Observation
        LARGEST_SI = 1.0e12 # more than anything on earth is pulled with
        KINDS = %i[break at_least at_most between void].freeze

        # @raise [InvalidInput] naming what is wrong with a judged value
        def self.checked(counts_as:, value_si:, upper_si: nil, **rest)
          kind = counts_as.to_sym
          unless KINDS.include?(kind)
            refuse("#{counts_as} is no way to count; use #{KINDS.join(', ')}",
                   counts_as: counts_as)
          end
          refuse("a value must be a number above 0", value_si: value_si) unless value?(value_si) && value_si.positive?
          refuse("between needs an upper value above the lower one", upper_si: upper_si) if kind == :between && !above?(
            upper_si, value_si
          )

          new(counts_as: kind, value_si: value_si.to_f, upper_si: kind == :between ? upper_si.to_f : nil, **rest).freeze
        end

        def self.value?(value) = value.is_a?(Numeric) && value.to_f.abs <= LARGEST_SI
        private_class_method :value?

        def self.above?(upper, lower) = value?(upper) && upper > lower
        private_class_method :above?

        def self.refuse(message, **details) = raise(InvalidInput.new(message, **details))
        private_class_method :refuse
      end
    end
  end
end
