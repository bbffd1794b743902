# frozen_string_literal: true

module MildAnvil
  module Core
    module Practice
      # A cell of a lesson: what stands on its plate, and how it really reads, which is seen when masses are hung on it.
      #
      # A reading is (1 + gain) times the load, and offset, and a scatter that is another one every time, to its step.
      class Cell
        SHARES = [0.0, 0.1, 0.2, 0.4, 0.6, 0.8, 1.0].freeze # of its capacity, where the lesson names no masses
        ROOM = 1.6 # how much more than a mean piece the cell of a plain lesson takes
        STEPS = 5000 # of a plain cell over its capacity
        PLAIN = "It read right within two steps."
        # what was hung on it going up and coming down, and what it showed
        Point = Struct.new(:applied_si, :up_si, :down_si, keyword_init: true)

        # @param lesson [Lesson]
        # @return [Array<Cell>] those that the lesson names, or one that reads right; none where a display is typed
        def self.of(lesson)
          given = lesson.content[:cells]
          return given.map { |row| new(**row) } if given

          lesson.card ? [] : [plain(lesson.population.mean_si)]
        end

        # @param mean_si [Float] newtons that a piece holds about
        def self.plain(mean_si)
          capacity = capacity(mean_si * ROOM)
          new(key: "own", name: "The cell of the bench", capacity_si: capacity, from_si: capacity / 50,
              step_si: capacity / STEPS, gain: 0.0008, sound: true)
        end

        # @return [Float] the next of 1, 2, 5, 10, … newtons
        def self.capacity(least)
          decade = 10.0**Math.log10(least).floor
          [1, 2, 5, 10].map { |lead| lead * decade }.find { |newtons| newtons >= least }
        end
        private_class_method :capacity

        attr_reader :key, :name, :capacity_si, :from_si, :step_si, :why

        # @param from_si [Float] newtons from which its certificate counts
        # @param why [String] what is told afterwards
        def initialize(key:, name:, capacity_si:, from_si:, step_si:, sound:, gain: 0.0, offset_si: 0.0,
                       scatter_share: 0.0, masses_si: nil, why: PLAIN)
          @key = key
          @name = name
          @capacity_si = capacity_si
          @from_si = from_si
          @step_si = step_si
          @sound = sound
          @gain = gain
          @offset_si = offset_si
          @scatter_share = scatter_share
          @masses_si = masses_si || SHARES.map { |share| share * capacity_si }
          @why = why
        end

        def sound? = @sound

        # @return [Hash] what stands on it, and how far it reads off, as it is written in a lesson
        def plate
          { key: key, name: name, capacity_si: capacity_si, from_si: from_si, step_si: step_si, gain: @gain }
        end

        # @param seed [Integer] the same one gives the same readings
        # @return [Array<Point>] with masses hung on it, up and down again
        def points(seed)
          stream = Statistics::RandomStream.new(seed)
          @masses_si.map do |mass|
            Point.new(applied_si: mass, up_si: reading(mass, stream), down_si: reading(mass, stream))
          end
        end

        private

        def reading(load, stream)
          spread = (2 * stream.next) - 1 # even between both ends
          shown = (load * (1 + @gain + (@scatter_share * spread))) + @offset_si
          (shown / @step_si).round * @step_si
        end
      end
    end
  end
end
