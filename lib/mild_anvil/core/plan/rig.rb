# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # A compound rope rig: stages that pull on each other, the parts of rope counted, what every anchor carries.
      #
      # The first stage moves the load; each next one hauls on the rope of the one before.
      class Rig
        # parts: of rope between the blocks; from_moving_block: the hauling part comes off the moving block;
        # counted: what somebody believes the advantage of this stage to be
        Stage = Struct.new(:parts, :efficiency, :from_moving_block, :counted, keyword_init: true) do
          def initialize(efficiency: 1.0, from_moving_block: false, counted: nil, **rest) = super
          def advantage = Tackle.advantage(parts, efficiency: efficiency, from_moving_block: from_moving_block)
          # The whole number that a count of the parts gives.
          def drawn = parts
          # Between two blocks the first tension comes off the hauling side.
          def sheaves = from_moving_block ? parts - 1 : parts
        end
        # moves and hauls in newtons; anchor: on the fixed block of that stage
        Level = Struct.new(:stage, :number, :moves, :hauls, :anchor, keyword_init: true)
        MOST_STAGES = 6

        attr_reader :stages

        # @param stages [Array<Stage>] the one at the load first
        # @raise [InvalidInput]
        def initialize(stages)
          if stages.empty? || stages.size > MOST_STAGES
            raise InvalidInput.new("a rig has one to #{MOST_STAGES} stages", stages: stages.size)
          end

          @stages = stages
          stages.each(&:advantage)
        end

        def advantage = Tackle.compound(stages.map(&:advantage))
        # @return [Integer] parts of rope multiplied: what it would be without friction
        def count = stages.map(&:drawn).reduce(1, :*)

        # @param load [Float] newtons to be made at the load
        # @return [Array<Level>] from the load to the hand
        # Method: what hauls a stage is what the next one must move; forces on each fixed block balance:
        #   load + haul where the hauling part comes off it, load − haul where it comes off the moving one.
        def levels(load)
          stages.each_with_index.reduce([[], load]) do |(done, moves), (stage, i)|
            hauls = moves / stage.advantage
            anchor = stage.from_moving_block ? moves - hauls : moves + hauls
            [[*done, Level.new(stage: stage, number: i + 1, moves: moves, hauls: hauls, anchor: anchor)], hauls]
          end.first
        end

        # @return [Float] newtons that hand or winch must pull
        def hand(load) = load / advantage

        # @return [Array<String>] stages whose count by somebody is not what the drawing has
        def miscounted
          stages.each_with_index.filter_map do |stage, i|
            next if stage.counted.nil? || stage.counted == stage.drawn

            "Stage #{i + 1}: you counted #{stage.counted}, the drawing has #{stage.drawn} parts of rope on its " \
              "moving " \
              "block#{off_by_one(stage)}."
          end
        end

        # @return [String]
        def sentence(load, wording)
          "#{stages.map(&:drawn).join(' × ')} = #{count} parts; with friction #{wording.number(advantage)} to 1. " \
            "For #{wording.force(load)} the hand or winch pulls #{wording.at_least(hand(load))}."
        end

        # @return [Array<String>]
        def working(load, wording)
          levels(load).map do |level|
            from, powers = level.stage.from_moving_block ? ["moving", "0…n−1"] : ["fixed", "1…n"]
            "Stage #{level.number}: #{level.stage.parts} parts, hauled off the #{from} block, " \
              "η #{wording.number(level.stage.efficiency)}: Σ ηⁱ (i = #{powers}) = " \
              "#{wording.number(level.stage.advantage)}; moves #{wording.force(level.moves)} with " \
              "#{wording.at_least(level.hauls)}; its anchor carries #{wording.at_least(level.anchor)}"
          end
        end

        private

        # The hauling part off the fixed block is not one that carries.
        def off_by_one(stage)
          return "" unless stage.counted == stage.parts + 1 && !stage.from_moving_block

          "; the hauling part off the fixed block does not carry the load"
        end
      end
    end
  end
end
