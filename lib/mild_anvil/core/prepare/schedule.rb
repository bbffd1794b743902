# frozen_string_literal: true

module MildAnvil
  module Core
    module Prepare
      # The ordered steps of a piece: what is done, what runs, when it is ready; and how many fit into an oven at once.
      class Schedule
        # starts_at, done_at: Time or nil; hours: Float or nil; capacity: Integer or nil
        Step = Struct.new(:name, :position, :hours, :starts_at, :done_at, :capacity, :piece, keyword_init: true) do
          def ends_at = starts_at && (hours ? starts_at + (hours * 3600) : starts_at)
          def done?(now) = !done_at.nil? || (!hours.nil? && !ends_at.nil? && ends_at <= now)
          def running?(now) = !done?(now) && !starts_at.nil? && starts_at <= now
        end

        # @param steps [Array<Step>] of one piece, in any order
        def initialize(steps) = @steps = steps.sort_by(&:position)

        attr_reader :steps

        # @return [Step, nil] that comes next
        def following(now) = steps.find { |step| !step.done?(now) }

        # @return [Boolean]
        def ready?(now) = steps.any? && following(now).nil?

        # @return [Time, nil] nil while somebody still has to begin something
        def ready_at(now)
          open = steps.reject { |step| step.done?(now) }
          return if open.any? { |step| step.ends_at.nil? || step.hours.nil? }

          open.map(&:ends_at).max
        end

        # @return [Array<String>] what stands out of order
        def complaints(now)
          steps.each_cons(2).filter_map do |before, after|
            next unless begun?(after, now) && !before.done?(now) && !before.running?(now)

            "#{after.name} was begun before #{before.name}, which is not done"
          end
        end

        # @param steps [Array<Step>] of all pieces that share an oven, a tank, a press
        # @return [Integer] the most that are in it at once
        def self.most_at_once(steps)
          marks = steps.select { |step| step.starts_at && step.hours }
                       .flat_map { |step| [[step.starts_at, 1], [step.ends_at, -1]] }
          inside = 0
          marks.sort.map { |_, change| inside += change }.max || 0
        end

        private

        def begun?(step, now) = !step.done_at.nil? || (!step.starts_at.nil? && step.starts_at <= now)
      end
    end
  end
end
