# frozen_string_literal: true

module MildAnvil
  module Actions
    module Benching
      # Keeps a procedure of the shop's own: each change is another revision, and what ran by an earlier one says so.
      module SaveProcedure
        # Loads of no lot, to see whether the steps make sense.
        TRIED = Core::Pull::Procedure::NAMED.to_h { |name| [name, 1000.0] }.freeze

        module_function

        # @param key [String, nil] of the one that is revised; nil: a new one
        # @param revision [Integer, nil] that the person saw
        # @param content [Hash] kind, push, measurands, steps
        # @return [Store::Models::Procedure]
        # @raise [InvalidInput, Conflict]
        def call(name:, content:, person_id:, about: "", key: nil, revision: nil)
          person = People.fetch!(person_id)
          named!(name)
          content = TypedRates.call(content)
          checked!(name, content)
          Store::Database.write do
            last = key && last!(key, revision)
            row = Store::Models::Procedure.create(key: key || SaveLibraryRow.key(name), name: name.strip, about: about,
                                                  revision: (last&.revision || 0) + 1, content: content,
                                                  person_id: person.id)
            Store::Events.record(:save_procedure, row, person_id: person.id,
                                                       after: { key: row.key, revision: row.revision, name: row.name })
            row
          end
        rescue Sequel::UniqueConstraintViolation
          raise Conflict, "Somebody else revised this procedure meanwhile: look at theirs first"
        end

        # Offered no longer; what ran by it keeps it.
        def retire(key:, person_id:)
          person = People.fetch!(person_id)
          Store::Database.write do
            last = last!(key, nil)
            Store::Models::Procedure.where(key: key).update(retired_at: Time.now)
            Store::Events.record(:retire_procedure, last, person_id: person.id, after: { key: key })
          end
        end

        # What it would look like, before it is kept.
        # @return [Hash] profile, or refused
        def preview(name:, content:, loads: {})
          content = TypedRates.call(content)
          made = Core::Pull::Procedure.new({ name: name, **content }, loads: TRIED.merge(loads))
          Core::Pull::ProcedureSense.check!(made, quantity: quantity(content))
          { profile: made.profile, highest_si: made.highest, proof: made.proof?, refused: nil, field: nil }
        rescue InvalidInput => e
          { profile: [], highest_si: nil, proof: false, refused: e.message, field: e.details[:fields]&.keys&.first }
        end

        def named!(name)
          return unless name.to_s.strip.empty?

          raise InvalidInput.new("A procedure needs a name", fields: { name: "is needed" })
        end
        private_class_method :named!

        def checked!(name, content)
          made = Core::Pull::Procedure.new({ name: name, **content }, loads: TRIED)
          Core::Pull::ProcedureSense.check!(made, quantity: quantity(content))
          units!(content)
          unknown = content[:measurands].to_a - Catalogue.measurands.map(&:key)
          return if unknown.empty?

          raise InvalidInput.new("“#{unknown.first}” is no measurand", fields: { measurands: "is none" })
        end
        private_class_method :checked!

        # @return [String] of its loads
        def quantity(content) = Procedures.quantity(content[:measurands].to_a.first || "force")
        private_class_method :quantity

        # What is read by hand is read in a unit that there is, and of the quantity that its formula takes.
        def units!(content)
          content[:steps].each_with_index do |step, i|
            quantities = step[:figures].to_a.to_h { |figure| [figure[:name], quantity!(figure, i)] }
            needs = Core::Pull::WorkedOut::KINDS.dig(step[:works_out].to_s, :needs).to_h
            wrong = needs.find { |name, quantity| quantities[name] != quantity }
            wrong_unit!(i, "#{wrong.first} is read in a unit of #{wrong.last.tr('_', ' ')}") if wrong
            next unless step[:works_out] == "share" && quantities.values.uniq.size > 1

            wrong_unit!(i, "Shares are of readings of one kind")
          end
        end
        private_class_method :units!

        # @return [String, Symbol] :words for what is no number
        def quantity!(figure, index)
          unit = HandFigures.unit(figure[:unit]) || wrong_unit!(index, "“#{figure[:unit]}” is no unit here")
          unit == :words ? unit : unit.quantity
        end
        private_class_method :quantity!

        def wrong_unit!(index, words)
          raise InvalidInput.new(words, fields: { "steps.#{index}.figures" => "has a wrong unit" })
        end
        private_class_method :wrong_unit!

        def last!(key, revision)
          last = Store::Models::Procedure.where(key: key).order(:revision).for_update.last
          raise NotFound, "there is no procedure #{key} of your own" if last.nil?
          return last if revision.nil? || revision == last.revision

          raise Conflict, "Somebody else revised this procedure meanwhile: look at revision #{last.revision} first"
        end
        private_class_method :last!
      end
    end
  end
end
