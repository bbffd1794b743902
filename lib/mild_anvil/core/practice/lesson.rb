# frozen_string_literal: true

module MildAnvil
  module Core
    module Practice
      # A lesson as it is written down, and the pieces that a seed makes of it.
      #
      # pieces: how many; ends: pulled on each; events: what goes otherwise than plain, each with the places it befalls
      # (at) or the share of them (share), what is shown of the strength (reads, a range), what it counts as, what is
      # seen and why, and by which cell it is read; card: how a display is read (text, factor of what is shown, unit in
      # words); cells: those on the bench, the first one where no event says another.
      class Lesson
        ANSWERS = %w[minimum none choice].freeze
        BREAK_SEEN = "The specimen has parted."
        PART = "specimen"

        attr_reader :content

        # @param content [Hash] symbol keys
        # @raise [InvalidInput] for one that cannot be played
        def initialize(content)
          @content = content
          wrong = faults
          return if wrong.empty?

          raise InvalidInput.new("The lesson cannot be played: #{wrong.values.first}", fields: wrong)
        end

        def population = @population ||= Population.new(**content.fetch(:population))
        def answer = content.fetch(:answer)
        def coverage = content.fetch(:coverage, 0.95)
        def card = content[:card]

        # @return [Array<Cell>]
        def cells = @cells ||= Cell.of(self)

        # @param seed [Integer]
        # @return [Array<Piece>] in the order in which they are pulled
        def pieces(seed)
          stream = Statistics::RandomStream.new(seed)
          ends = content.fetch(:ends, ["end A"])
          befallen = places(stream)
          (1..content.fetch(:pieces)).flat_map do |number|
            strength = population.draw(stream)
            ends.each_with_index.map { |name, i| piece(number, name, i, strength, befallen[number], stream) }
          end
        end

        # The piece after the last one: what one more break would have been.
        # @return [Float]
        def one_more(seed)
          stream = Statistics::RandomStream.new(seed + 7919)
          population.draw(stream)
        end

        private

        # Which event befalls which piece.
        def places(stream)
          content.fetch(:events, []).each_with_object({}) do |event, found|
            at = event[:at] || (1..content.fetch(:pieces)).select { stream.next < event.fetch(:share) }
            at.each { |number| found[number] ||= event }
          end
        end

        PLAIN = { counts_as: "break", why: "", seen: BREAK_SEEN, part: PART }.freeze

        def piece(number, name, order, strength, event, stream)
          event = {} if event.nil? || event.fetch(:end, order) != order
          strength *= 1 - content.fetch(:end_harm, 0.0) if order.positive?
          strength *= between(event[:weak], stream) if event.key?(:weak)
          shown = event.key?(:reads) ? strength * between(event[:reads], stream) : strength
          told = PLAIN.merge(event.slice(*PLAIN.keys, :hertz))
          Piece.new(number: number, feature: name, strength_si: strength, shown_si: shown, group: group(number),
                    card: card && read(shown, event), cell: event[:cell] || cells.first&.key, **told)
        end

        def group(number) = content[:groups]&.at((number - 1) % content[:groups].size)

        # @return [Hash] digits and words of the display
        def read(shown, event)
          factor = event.fetch(:factor) { card.fetch(:factor) }
          { digits: format("%.#{card.fetch(:decimals, 0)}f", shown / factor), words: card.fetch(:words) }
        end

        def between(range, stream) = range.first + ((range.last - range.first) * stream.next)

        def faults
          { pieces: (unless content[:pieces].is_a?(Integer) && content[:pieces].between?(1, 60)
                       "it needs 1 to 60 pieces"
                     end),
            answer: ("it has no answer" unless ANSWERS.include?(content.dig(:answer, :kind))) || choices,
            population: ("it has no population" unless content[:population].is_a?(Hash)),
            events: ("a piece is read by a cell that is not there" unless known_cells?) }.compact
        end

        def choices
          return unless content.dig(:answer, :kind) == "choice"

          "one of its choices is right" if content.dig(:answer, :options).to_a.count { |one| one[:right] } != 1
        end

        def known_cells?
          named = content.fetch(:events, []).filter_map { |event| event[:cell] }
          (named - content.fetch(:cells, []).map { |cell| cell[:key] }).empty?
        end
      end
    end
  end
end
