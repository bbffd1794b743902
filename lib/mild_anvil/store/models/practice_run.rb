# frozen_string_literal: true

module MildAnvil
  module Store
    module Models
      # Somebody at a lesson: the lot that it is practised on, the truth sealed by its hash, and what came of it.
      class PracticeRun < Sequel::Model(:practice_runs)
        include Record

        many_to_one :lot, class: "MildAnvil::Store::Models::Lot"
        many_to_one :person, class: "MildAnvil::Store::Models::Person"
        many_to_one :lesson, class: "MildAnvil::Store::Models::Lesson"

        # @raise [NotFound]
        def self.fetch!(id) = self[id] || raise(NotFound.new("there is no lesson begun under #{id}", id: id))

        # @raise [NotFound]
        def self.locked!(id) = where(id: id).for_update.first || fetch!(id)

        # @return [Hash] lesson, seed, pieces; symbol keys
        # @raise [Tampered] when it is not what was sealed
        def truth
          return JSON.parse(hidden, symbolize_names: true) if Document.sha256(hidden) == hidden_sha256

          raise Tampered.new("The truth of this lesson is not what was sealed", id: id)
        end

        def finished? = !finished_at.nil?
      end
    end
  end
end
