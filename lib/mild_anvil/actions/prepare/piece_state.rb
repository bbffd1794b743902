# frozen_string_literal: true

module MildAnvil
  module Actions
    module Prepare
      # Whether pieces are as they have to be to be pulled: their conditioning over, nothing left undone, within their
      # drawing. It is said where they are pulled, and stands on the record.
      class PieceState
        MOST_NAMED = 3

        # @param lot [Store::Models::Lot]; @param pieces [Array<Store::Models::Specimen>] of it
        # @param at [Time]
        def initialize(lot, pieces, at: Time.now)
          @lot = lot
          @pieces = pieces
          @at = at
        end

        # @param number [Integer, nil] of the piece; nil: the next one of the lot
        # @return [Array<String>]
        def self.words(lot, number, at: Time.now)
          piece = number ? lot.specimens_dataset.first(number: number) : Planning::PieceOrder.unpulled(lot).first
          piece ? new(lot, [piece], at: at).words(piece) : []
        end

        # @return [Array<String>] what is to be said of it, before it is pulled and on its record
        def words(piece) = [*unready(piece), *outside(piece)]

        private

        def name(piece) = Planning::PieceOrder.label(piece)

        def unready(piece)
          own = steps.fetch(piece.id, [])
          return stepless(piece) if own.empty?

          schedule = Core::Prepare::Schedule.new(own.map { |row| Steps.core(row) })
          step = schedule.following(@at) or return []
          ["#{name(piece)} is not ready: #{undone(step)}."]
        end

        # Where its siblings have steps, a piece without any was forgotten.
        def stepless(piece)
          return [] unless stepped?

          ["#{name(piece)} is not ready: it has none of the steps that others of its lot have."]
        end

        def stepped?
          return @stepped if defined?(@stepped)

          pieces = Store::Models::Specimen.where(lot_id: @lot.id).select(:id)
          @stepped = Store::Models::Preparation.where(specimen_id: pieces, withdrawn_at: nil).any?
        end

        def steps = @steps ||= Steps.of(@pieces.map(&:id)).group_by(&:specimen_id)

        def undone(step)
          return "“#{step.name}” was not begun" unless step.starts_at && step.starts_at <= @at
          return "“#{step.name}” is not done" if step.ends_at.nil? || step.hours.nil?

          "“#{step.name}” lasts until #{moment(step.ends_at)}"
        end

        def moment(time)
          local = time.localtime
          local.to_date == @at.localtime.to_date ? local.strftime("%H:%M") : local.strftime("%-d %B, %H:%M")
        end

        def outside(piece)
          found = drawn.filter_map { |row| outside_of(row, sizes.fetch([piece.id, row.name], [])) }
          return [] if found.empty?

          more = found.size > MOST_NAMED ? ", and #{found.size - MOST_NAMED} more" : ""
          ["#{name(piece)} is out of tolerance: #{found.first(MOST_NAMED).join('; ')}#{more}."]
        end

        # What counts is how it is pulled: after conditioning, where that was measured.
        def outside_of(row, readings)
          after, before = readings.partition { |reading| reading.stage == "conditioned" }
          counted = after.empty? ? before : after
          limits = Core::Prepare::Measured::Drawing.new(nominal: row.nominal_si, plus: row.plus_si, minus: row.minus_si)
          off = counted.find { |reading| !limits.holds?(reading.value_si) } or return
          drawing = "#{row.nominal_text} +#{row.plus_text} −#{row.minus_text} #{row.unit}"
          "#{row.name} #{off.text} #{off.unit}, drawn #{drawing}"
        end

        def drawn = @drawn ||= Sizes.lot_rows(@lot).reject { |row| row.nominal_si.nil? }

        def sizes
          @sizes ||= if drawn.empty?
                       {}
                     else
                       Store::Models::Dimension.where(specimen_id: @pieces.map(&:id), withdrawn_at: nil).order(:id).all
                                               .group_by { |row| [row.specimen_id, row.name] }
                     end
        end
      end
    end
  end
end
