# frozen_string_literal: true

module MildAnvil
  module Core
    module Pull
      # What follows from figures that were read by hand during a run: by name of the figure, in SI.
      module WorkedOut
        GRAVITY = 9.80665 # standard, m/s²
        BENT = { "Deflection" => "displacement", "Second moment of area" => "second_moment" }.freeze
        # What is worked out: the figures that it needs, of which quantity, and from what.
        KINDS = {
          "drop" => { needs: { "Mass" => "mass", "Height of fall" => "displacement" }, words: "E = m·g·h" },
          "three_point" => { needs: { "Load" => "force", "Span" => "displacement", **BENT },
                             words: "E = F·L³ / (48·I·δ)" },
          "cantilever" => { needs: { "Load" => "force", "Length" => "displacement", **BENT },
                            words: "E = F·L³ / (3·I·δ)" },
          "share" => { needs: {}, words: "each leg's share of the sum" }
        }.freeze
        # quantity: of the unit table; value: SI; by: the formula
        Result = Struct.new(:name, :value, :quantity, :by, keyword_init: true)

        module_function

        # @param kind [String] of KINDS
        # @param given [Hash{String => Float}] SI
        # @return [Array<Result>]
        # @raise [InvalidInput] for a figure that is missing or not above 0
        def call(kind, given)
          rule = KINDS.fetch(kind)
          rule[:needs].each_key do |name|
            next if given[name]&.positive? && given[name].finite?

            raise InvalidInput.new("#{name} must be above 0", fields: { name => "must be above 0" })
          end
          send(kind, given).map do |name, value, quantity|
            Result.new(name: name, value: value, quantity: quantity, by: rule[:words])
          end
        end

        def drop(given)
          [["Energy", given["Mass"] * GRAVITY * given["Height of fall"], "energy"]]
        end
        private_class_method :drop

        def three_point(given) = stiffness(given, given["Span"], 48.0)
        def cantilever(given) = stiffness(given, given["Length"], 3.0)
        private_class_method :three_point, :cantilever

        # Flexural stiffness stands beside the modulus: it holds where the section is not one of one material.
        def stiffness(given, length, divisor)
          rigidity = given["Load"] * (length**3) / (divisor * given["Deflection"])
          [["Modulus", rigidity / given["Second moment of area"], "pressure"], ["Flexural stiffness", rigidity, "none"],
           ["Load by deflection", given["Load"] / given["Deflection"], "force_per_width"]]
        end
        private_class_method :stiffness

        def share(given)
          sum = given.values.sum
          raise InvalidInput, "The legs carry nothing" unless sum.positive?

          most = given.values.max
          given.map { |name, value| ["#{name}: share", value / sum, "share"] } <<
            ["The most loaded leg carries, of an even share", most / (sum / given.size), "times"]
        end
        private_class_method :share
      end
    end
  end
end
