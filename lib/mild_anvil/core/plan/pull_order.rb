# frozen_string_literal: true

module MildAnvil
  module Core
    module Plan
      # In what order to pull: at random within blocks, so that drift of the day or the bench falls on every group
      # alike.
      #
      # The same seed gives the same order on every machine, for ever: the stream is our own, and so is the shuffle.
      module PullOrder
        # group: the lot; key: whatever names the piece to the caller
        Piece = Struct.new(:key, :group, keyword_init: true)
        Row = Struct.new(:position, :block, :piece, keyword_init: true)

        module_function

        # @param pieces [Array<Piece>] in a fixed order; trial pulls are not among them
        # @param blocks [Integer] days or benches
        # @param seed [Integer]
        # @return [Array<Row>]
        # @raise [InvalidInput]
        # Method: each group's pieces are shuffled and dealt to the blocks in turn, starting where the group before
        #   ended, so that blocks differ by at most one piece; then each block is shuffled (Fisher and Yates).
        def random(pieces, blocks:, seed:)
          unless blocks.between?(1, [pieces.size, 1].max)
            raise InvalidInput.new("#{pieces.size} pieces do not fill #{blocks} blocks", fields: { blocks: "too many" })
          end

          stream = Statistics::RandomStream.new(seed)
          dealt = deal(pieces, blocks, stream)
          dealt.flat_map.with_index { |block, i| shuffled(block, stream).map { |piece| [piece, i + 1] } }
               .each_with_index.map { |(piece, block), i| Row.new(position: i + 1, block: block, piece: piece) }
        end

        # Moves one piece; it takes the block of where it lands.
        # @param rows [Array<Row>]
        # @return [Array<Row>]
        def moved(rows, key, position)
          row = rows.find do |r|
            r.piece.key == key
          end || raise(NotFound.new("there is no such piece in the order", key: key))
          unless position.between?(1, rows.size)
            raise InvalidInput.new("a place lies from 1 to #{rows.size}", fields: { position: "is outside the order" })
          end

          block = rows[position - 1].block
          others = rows - [row]
          others.insert(position - 1, Row.new(position: position, block: block, piece: row.piece))
                .each_with_index.map { |r, i| Row.new(position: i + 1, block: r.block, piece: r.piece) }
        end

        def deal(pieces, blocks, stream)
          bins = Array.new(blocks) { [] }
          turn = 0
          pieces.group_by(&:group).each_value do |group|
            shuffled(group, stream).each do |piece|
              bins[turn % blocks] << piece
              turn += 1
            end
          end
          bins
        end
        private_class_method :deal

        # Source: Durstenfeld, Communications of the ACM 7 (1964) 420
        def shuffled(list, stream)
          list = list.dup
          (list.size - 1).downto(1) do |i|
            j = (stream.next * (i + 1)).floor
            list[i], list[j] = list[j], list[i]
          end
          list
        end
        private_class_method :shuffled
      end
    end
  end
end
