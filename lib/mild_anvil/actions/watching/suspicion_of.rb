# frozen_string_literal: true

module MildAnvil
  module Actions
    module Watching
      # A break below its limit, with what is known for each step of the suspicion, what was answered, and what it
      # touches.
      class SuspicionOf
        # @param product [Store::Models::WatchedProduct]; @param row [Store::Models::WatchedBreak] below the limit
        # @param seen [Courses::Seen]; @param others [Hash] of, low
        def initialize(product, row, seen, others)
          @product = product
          @row = row
          @seen = seen
          @others = others
        end

        # @return [Hash]
        def call
          answers = Answers.newest(@row)
          { break_id: @row.id, at: @row.at, batch: @row.batch, figure: figure(@row.value_si, @row.resolution_si),
            open: Core::Watch::Suspicion.open(answers.transform_values(&:answer)),
            steps: Core::Watch::Suspicion.steps(facts).map do |step|
              { **step, answer: answered(answers[step[:step]]) }
            end,
            holds: @row.holds.map { |hold| held(hold) } }
        end

        private

        def facts
          day = ->(at) { at.localtime.strftime("%-d %B") }
          Core::Watch::Suspicion::Facts.new(change: change, others: @others, cell: cell, batch: @row.batch,
                                            before: before, day: day,
                                            figures: lambda { |si|
                                              figure(si, @row.resolution_si).values_at(:text, :unit).join(" ")
                                            })
        end

        # As it stood when it broke.
        def change
          points = @seen.course.points.select { |p| p.at <= @row.at }
          changes = @product.changes.select { |c| c.at <= @row.at }.map do |c|
            Core::Watch::Course::Change.new(at: c.at, words: c.words, rebase: c.rebase)
          end
          Core::Watch::Course.new(points, changes: changes).since_change
        end

        # The last batch within the limit that is not the one that broke below it.
        def before
          earlier = @seen.rows.select { |r| r[:at] < @row.at && r[:value_si] >= @product.limit_si }
          earlier.reverse.find { |r| r[:batch] != @row.batch }&.fetch(:batch)
        end

        def cell
          instrument = @row.instrument || @product.instrument or return
          { name: instrument.name, sentence: cell_words(instrument) }
        end

        def cell_words(instrument)
          checked = instrument.checks.reverse.find { |c| c.checked_at <= @row.at }
          return "#{instrument.name} was never checked: check it first." if checked.nil?

          day = checked.checked_at.localtime.strftime("%-d %B")
          return "#{instrument.name} failed its check on #{day}." unless checked.passed
          if instrument.lapsed?(@row.at.localtime.to_date)
            return "#{instrument.name} passed its check on #{day}, and its date has run out."
          end

          "#{instrument.name} passed its check on #{day}."
        end

        def answered(answer)
          answer && { answer: answer.answer, words: answer.words, person: answer.person.name, at: answer.created_at }
        end

        def held(hold)
          release = hold.release
          { id: hold.id, batches: hold.batches, handed_out: hold.handed_out,
            released: release && { reason: release.reason, person: release.person.name, at: release.created_at } }
        end

        def figure(value_si, step)
          Figures.new(Catalogue.measurand(@product.measurand), @product.display_unit).reading(value_si, step)
        end
      end
    end
  end
end
