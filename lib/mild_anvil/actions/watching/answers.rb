# frozen_string_literal: true

module MildAnvil
  module Actions
    module Watching
      # What each step of the suspicion showed for a break below its limit, and what became of the batches held.
      module Answers
        module_function

        # @param step [String] process, chain or product; @param answer [String] this, not_this or to_do
        # @raise [InvalidInput]
        # @raise [Conflict] out of order
        def give(break_id:, step:, answer:, words:, person_id:)
          person = People.fetch!(person_id)
          refuse(:words, "Say what you looked at, and what it showed") if words.to_s.strip.empty?
          Store::Database.write do
            row = Store::Models::WatchedBreak.locked!(break_id)
            in_order!(row, step, answer)
            made = Store::Models::WatchedAnswer.create(break_id: row.id, step: step, answer: answer, words: words.strip,
                                                       person_id: person.id)
            Store::Events.record(:answer_suspicion, made, person_id: person.id,
                                                          after: made.values.slice(:step, :answer, :words))
            made
          end
        end

        # @param handed_out [String] where some of it went
        def hold(break_id:, batches:, person_id:, handed_out: "")
          person = People.fetch!(person_id)
          refuse(:batches, "Which batches?") if batches.to_s.strip.empty?
          Store::Database.write do
            row = Store::Models::WatchedBreak.locked!(break_id)
            made = Store::Models::WatchedHold.create(break_id: row.id, batches: batches.strip,
                                                     handed_out: handed_out.strip,
                                                     person_id: person.id)
            Store::Events.record(:hold_batches, made, person_id: person.id,
                                                      after: made.values.slice(:batches, :handed_out))
            made
          end
        end

        # @param reason [String]
        # @raise [Conflict] when it is released already
        def release(hold_id:, reason:, person_id:)
          person = People.fetch!(person_id)
          refuse(:reason, "Say why it may go") if reason.to_s.strip.empty?
          Store::Database.write do
            hold = Store::Models::WatchedHold.locked!(hold_id)
            raise Conflict, "It is released already" if hold.release

            row = Store::Models::WatchedRelease.create(hold_id: hold.id, reason: reason.strip, person_id: person.id)
            Store::Events.record(:release_batches, row, person_id: person.id,
                                                        after: { batches: hold.batches, reason: reason.strip })
            row
          end
        end

        # @return [Hash{String => Store::Models::WatchedAnswer}] the newest of each step
        def newest(row) = row.answers.to_h { |answer| [answer.step, answer] }

        # A later step is asked when the one before it is ruled out, or while what it asks for is being done.
        def in_order!(row, step, answer)
          before = Core::Watch::Suspicion::STEPS.take_while { |s| s != step }
          given = newest(row).transform_values(&:answer)
          open = before.find { |s| given[s].nil? }
          return if open.nil? || answer == "to_do"

          name = Core::Watch::Suspicion::NAMES.fetch(open)
          raise Conflict, "First #{name.sub(/\A./, &:downcase)}: what it explains is not sought elsewhere"
        end
        private_class_method :in_order!

        def refuse(field, words) = raise(InvalidInput.new(words, fields: { field => words }))
        private_class_method :refuse
      end
    end
  end
end
