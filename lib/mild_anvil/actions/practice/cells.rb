# frozen_string_literal: true

module MildAnvil
  module Actions
    module Practice
      # The cells of a lesson as they are shown: their plates, what masses showed on those that were checked; afterwards
      # how they really read.
      class Cells
        # @param run [Store::Models::PracticeRun]
        def initialize(run)
          @run = run
          @cells = CheckCell.cells(run)
          @done = CheckCell.done(run)
        end

        # @return [Array<Hash>] key, name, plate; checked: pulls before it was, nil: it was not; points
        def shown
          @cells.map do |cell|
            { key: cell.key, name: cell.name, plate: plate(cell), checked: @done[cell.key],
              points: @done.key?(cell.key) ? CheckCell.points(@run, cell).map { |point| row(cell, point) } : [] }
          end
        end

        # @param pieces [Array<Core::Practice::Piece>] that were pulled
        # @return [Array<Hash>] name, sound, checked, pulls, words
        def told(pieces)
          @cells.map do |cell|
            pulls = pieces.count { |piece| piece.cell == cell.key }
            { name: cell.name, sound: cell.sound?, checked: @done[cell.key], pulls: pulls,
              words: "#{cell.why} #{when_checked(cell, pieces)}" }
          end
        end

        # @return [String, nil]
        def name(key) = @cells.find { |cell| cell.key == key }&.name

        private

        def unit = @unit ||= Catalogue.measurand(@run.lot.measurand).unit!(@run.lot.display_unit)

        def plate(cell)
          capacity, step, from = [cell.capacity_si, cell.step_si, cell.from_si].map do |newtons|
            "#{format('%g', unit.from_si(newtons))} #{unit.symbol}"
          end
          "#{capacity}, step #{step}, certificate from #{from}"
        end

        def rule(cell) = Core::Quantity::FigureRule.for(unit: unit, resolution_si: cell.step_si)

        def row(cell, point)
          rule = rule(cell)
          off = [point.up_si, point.down_si].map { |shown| shown - point.applied_si }.max_by(&:abs)
          { applied: rule.nearest(point.applied_si).to_h, up: rule.nearest(point.up_si).to_h,
            down: rule.nearest(point.down_si).to_h, off: signed(rule, off),
            off_share: point.applied_si.positive? ? (off / point.applied_si).round(5) : nil }
        end

        def signed(rule, value)
          text = rule.nearest(value).to_s
          value.positive? ? "+#{text}" : text.sub("-", "−")
        end

        def when_checked(cell, pieces)
          first = pieces.index { |piece| piece.cell == cell.key }
          return "Nothing was pulled by it." if first.nil?
          return "Nobody hung a mass on it." unless @done.key?(cell.key)

          @done[cell.key] <= first ? "It was checked before it was used." : "It was checked after it had been used."
        end
      end
    end
  end
end
