# frozen_string_literal: true

module MildAnvil
  module Core
    module Judgement
      # One feature gives one observation. A failure is final: no other pull of that feature counts. Without a failure
      # the last pull
      # replaces the earlier ones.
      module Observations
        # A pull with what it was judged to be: order says which came first in time; judgement: nil while it waits.
        Pull = Struct.new(:id, :number, :feature, :specimen, :order, :counts_as, :value_si, :upper_si, :mode, :reason,
                          :preload_si, :trial,
                          keyword_init: true) do
          def judged? = !counts_as.nil?
          def counts? = judged? && !trial && !NOTHING.include?(counts_as)
          def preloaded? = LoadHistory.preloaded?(preload_si, value_si)
        end

        NOTHING = %w[void not_loaded].freeze
        TRIAL = "a trial pull: it is never pooled with the others"

        # state: counted, superseded (with the reason), void, not_loaded, unjudged or trial (never pooled)
        Placed = Struct.new(:pull, :state, :reason, keyword_init: true)

        module_function

        # @param pulls [Array<Pull>]
        # @param fresh_first [Boolean] a preloaded pull gives way to a fresh one of the same feature
        # @return [Array<Placed>] all of them, in the order given
        def of(pulls, fresh_first: false)
          placed = pulls.group_by(&:feature).values.flat_map { |own| of_feature(own, fresh_first) }
          by_id = placed.to_h { |p| [p.pull.id, p] }
          pulls.map { |pull| by_id.fetch(pull.id) }
        end

        def of_feature(pulls, fresh_first)
          last = standing(pulls.select(&:counts?), fresh_first)
          pulls.map { |pull| place(pull, last) }
        end
        private_class_method :of_feature

        def standing(counted, fresh_first)
          failed = counted.find { |pull| Rules.fails?(pull.counts_as) && !(fresh_first && pull.preloaded?) }
          return failed if failed

          fresh = fresh_first ? counted.reject(&:preloaded?) : counted
          (fresh.empty? ? counted : fresh).max_by(&:order)
        end
        private_class_method :standing

        def place(pull, last)
          return Placed.new(pull: pull, state: "trial", reason: TRIAL).freeze if pull.trial
          return Placed.new(pull: pull, state: "unjudged").freeze unless pull.judged?
          return Placed.new(pull: pull, state: pull.counts_as).freeze unless pull.counts?
          return Placed.new(pull: pull, state: "counted").freeze if pull.equal?(last)

          Placed.new(pull: pull, state: "superseded", reason: superseded_by(pull, last)).freeze
        end
        private_class_method :place

        def superseded_by(pull, last)
          return "the feature failed in pull #{last.number}: a failure is final" if Rules.fails?(last.counts_as)
          return "pull #{last.number} was fresh, this one was preloaded" if last.order < pull.order

          "pull #{last.number} of the same feature replaces it"
        end
        private_class_method :superseded_by

        # @param placed [Array<Placed>]
        # @return [Rating::Sample] what counts, and the voids that stay drawn
        def sample(placed)
          Rating::Sample.new(placed.select do |p|
            %w[counted void].include?(p.state) && p.pull.value_si
          end.map { |p| observation(p.pull) })
        end

        def observation(pull)
          Rating::Observation.checked(counts_as: pull.counts_as, value_si: pull.value_si, upper_si: pull.upper_si,
                                      label: pull.number.to_s,
                                      reason: pull.reason, reference: pull.id, mode: pull.mode,
                                      preloaded: pull.preloaded?,
                                      specimen: pull.specimen)
        end
        private_class_method :observation
      end
    end
  end
end
