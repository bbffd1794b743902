# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # One feature gives one observation: a pull again after the connector failed replaces the earlier “at least”.
      module PerFeature
        # A judged pull: feature is any key; number is its place in the order of pulling.
        Judged = Struct.new(:feature, :number, :observation, :preload_newtons, keyword_init: true)

        # Seen before at more than this share of its final value, a pull is marked preloaded.
        PRELOADED_SHARE = 0.5

        module_function

        # @param pulls [Array<Judged>]
        # @return [Array<Observation>] the last counted one of each feature, and every void
        def call(pulls)
          pulls.group_by(&:feature).flat_map { |_, of_one| last_and_voids(of_one.sort_by(&:number)) }.map(&:observation)
        end

        # @return [Array<Judged>] pulls that a later one of the same feature has replaced
        def replaced(pulls)
          pulls.group_by(&:feature).flat_map { |_, of_one| of_one.select { |p| p.observation.counts? }.sort_by(&:number)[0...-1] || [] }
        end

        def preloaded?(preload_newtons, final_newtons) = !preload_newtons.nil? && preload_newtons > PRELOADED_SHARE * final_newtons

        def last_and_voids(pulls)
          counted, voids = pulls.partition { |p| p.observation.counts? }
          voids + counted.last(1)
        end
        private_class_method :last_and_voids
      end
    end
  end
end
