# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # Whether the piece that is pulled is ready for it: its conditioning over, nothing left undone.
      module PieceState
        module_function

        # @param number [Integer, nil] of the piece; nil: the next one of the lot
        # @return [Array<String>] what is to be said of it, before it is pulled and on its record
        def words(lot, number)
          piece = number ? lot.specimens_dataset.first(number: number) : Planning::PieceOrder.unpulled(lot).first
          return [] if piece.nil?

          schedule = Core::Prepare::Schedule.new(Prepare::Steps.of([piece.id]).map { |row| Prepare::Steps.core(row) })
          now = Time.now
          step = schedule.following(now) or return []
          ["#{Planning::PieceOrder.label(piece)} is not ready: #{undone(step, now)}."]
        end

        def undone(step, now)
          return "“#{step.name}” was not begun" unless step.starts_at && step.starts_at <= now
          return "“#{step.name}” is not done" if step.ends_at.nil? || step.hours.nil?

          "“#{step.name}” lasts until #{at(step.ends_at, now)}"
        end
        private_class_method :undone

        def at(time, now)
          local = time.localtime
          local.to_date == now.to_date ? local.strftime("%H:%M") : local.strftime("%-d %B, %H:%M")
        end
        private_class_method :at
      end
    end
  end
end
