# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # How many pulls answer the question: the chance that the bound clears a requirement, against their number, for
      # the assumed scatter and two others.
      class HowMany
        Curve = Struct.new(:variation_share, :assumed, :points, keyword_init: true)
        Point = Struct.new(:n, :probability, keyword_init: true)
        COUNTS = [2, 3, 4, 5, 6, 8, 10, 12, 15, 20, 30].freeze
        ASSUMED = 1
        OTHERS = [1.5, 2.0].freeze # times the assumed scatter: what is assumed from few breaks is often too small

        # @param mean_si [Float] assumed; @param deviation_si [Float]; @param required_si [Float]
        # @raise [InvalidInput]
        def initialize(mean_si:, deviation_si:, required_si:, coverage: 0.95, confidence: 0.95, assurance: 0.9)
          unless mean_si.positive? && deviation_si.positive? && required_si.positive?
            raise InvalidInput.new("mean, scatter and requirement must be above zero", mean_si: mean_si)
          end

          @variation = deviation_si / mean_si
          @required = required_si / mean_si
          @shares = { coverage: coverage, confidence: confidence }
          @assurance = assurance
        end

        attr_reader :variation, :assurance

        # @return [SampleSize::Needed, nil] nil when no number of breaks can show it; refusal says why
        def needed = outcome.is_a?(SampleSize::Needed) ? outcome : nil
        # @return [String, nil]
        def refusal = outcome.is_a?(String) ? outcome : nil

        # @return [Float] chance with n pulls
        def chance(count, variation = @variation)
          return 0.0 if count < 2

          SampleSize.chance(count, **@shares, variation_share: variation, required_share: @required)
        end

        # @param also [Array<Integer>] numbers that must be among the points
        # @return [Array<Curve>] the assumed scatter first
        def curves(also = [])
          counts = (COUNTS + also.grep(2..SampleSize::MOST)).uniq.sort
          [ASSUMED, *OTHERS].map do |times|
            Curve.new(variation_share: @variation * times, assumed: times.equal?(ASSUMED),
                      points: counts.map { |n| Point.new(n: n, probability: chance(n, @variation * times)) })
          end
        end

        # @param done [Integer] pulls already made, which count
        # @param planned [Integer, nil]
        # @return [String]
        def sentence(wording, planned: nil, done: 0)
          return refusal if needed.nil?

          still = [needed.n - done, 0].max
          made = done.zero? ? "" : " #{done} are made, so #{still} more."
          "#{needed.n} pulls clear it with #{wording.sure(needed.probability)} chance.#{made}" \
            "#{" #{of_planned(wording, planned)}" if planned}"
        end

        # @return [Array<String>]
        def working(wording)
          k = if needed
                ["n = #{needed.n}: k = #{wording.number(needed.k)}, chance #{wording.sure(needed.probability)}" \
                 "#{one_fewer(wording)}"]
              else
                []
              end
          ["bound = mean − k(n) · s for #{wording.per_cent(@shares[:coverage])} of the pieces with " \
           "#{wording.per_cent(@shares[:confidence])} confidence",
           "assumed scatter #{wording.per_cent(@variation)} of the mean, requirement " \
           "#{wording.per_cent(@required)} of the mean",
           "chance = 1 − F(k √n; n − 1, √n (1 − required) / scatter), F the noncentral t", *k,
           "Source: Faulkenberry and Weeks, Technometrics 10 (1968)"]
        end

        private

        def outcome
          @outcome ||= begin
            SampleSize.for_bound(**@shares, variation_share: @variation, required_share: @required,
                                            assurance: @assurance)
          rescue InvalidInput => e
            e.message
          end
        end

        def one_fewer(wording)
          return "" if needed.probability_one_fewer.nil?

          ", one fewer #{wording.sure(needed.probability_one_fewer)}"
        end

        def of_planned(wording, planned)
          return "One pull gives no minimum." if planned < 2

          "With the #{planned} planned: #{wording.sure(chance(planned))}."
        end
      end
    end
  end
end
