# frozen_string_literal: true

module MildAnvil
  module Core
    module Compare
      # One group of a comparison: a lot with what counts of it, where it stands in the studies, how it was pulled.
      #
      # levels: {factor => Level}; conditions: {name => words}, such as how it was pulled; rate: median, SI per second;
      # cost, grams, minutes: of making one piece, nil where nobody said; claims: [Rating::Claim]
      Side = Struct.new(:key, :name, :sample, :levels, :conditions, :rate, :item, :places, :cost, :grams, :minutes,
                        :claims, keyword_init: true) do
        # @return [Array<Rating::Observation>]
        def counted = sample.counted
        def empty? = size.zero?
        def complete? = sample.complete?
        def breaks_si = sample.breaks_si
        def size = sample.count

        # @return [Statistics::Description, nil] of complete values
        def described = complete? && size.positive? ? Statistics::Description.of(breaks_si) : nil
      end

      class Side
        # value: where the factor is a number
        Level = Struct.new(:name, :value, :unit, keyword_init: true)

        # @return [Side] with what is left out filled in
        def self.of(name, observations, **rest)
          new(key: name, name: name, sample: Rating::Sample.new(observations), levels: {}, conditions: {}, item: "",
              places: [], claims: [], **rest).freeze
        end
      end
    end
  end
end
