# frozen_string_literal: true

module MildAnvil
  module Actions
    module Watching
      # This morning's break, and what changed in the making. Below the limit the batches since the last good one are
      # held at once.
      module KeepBreak
        AHEAD_SECONDS = 300

        module_function

        # @param value [Hash] text, unit
        # @return [Store::Models::WatchedBreak]
        # @raise [InvalidInput]
        def call(product_id:, value:, person_id:, batch: "", at: nil, note: "", instrument_id: nil, once_key: nil)
          person = People.fetch!(person_id)
          request = { product: product_id, value: value, batch: batch, at: at&.utc&.iso8601(3), note: note }
          id = OnceOnly.call(once_key, person_id: person.id, action: :watch_break, request: request) do
            product = open!(product_id)
            row = keep(product, value, at: at || Time.now, batch: batch, note: note, instrument_id: instrument_id,
                                       person: person)
            hold(product, row, person) if product.limit_si && row.value_si < product.limit_si
            row.id
          end
          Store::Models::WatchedBreak[id]
        end

        # @param rebase [Boolean] whether the product has a band of its own from here on
        def changed(product_id:, words:, person_id:, at: nil, rebase: false)
          person = People.fetch!(person_id)
          refuse(:words, "Say what changed") if words.to_s.strip.empty?
          past!(at || Time.now)
          Store::Database.write do
            product = open!(product_id)
            row = Store::Models::WatchedChange.create(product_id: product.id, at: at || Time.now, words: words.strip,
                                                      rebase: rebase, person_id: person.id)
            Store::Events.record(:note_watched_change, row, person_id: person.id,
                                                            after: row.values.slice(:words, :rebase))
            row
          end
        end

        SUBJECTS = { "watched_break" => Store::Models::WatchedBreak,
                     "watched_change" => Store::Models::WatchedChange }.freeze

        # @param subject [String] of SUBJECTS
        def withdraw(subject:, id:, reason:, person_id:)
          person = People.fetch!(person_id)
          refuse(:reason, "Say why it does not count") if reason.to_s.strip.empty?
          Store::Database.write do
            row = SUBJECTS.fetch(subject).locked!(id)
            raise Conflict, "It does not count already" if Store::Models::FactWithdrawal.of?(subject, id)

            Store::Models::FactWithdrawal.create(subject: subject, subject_id: id, reason: reason.strip,
                                                 person_id: person.id)
            Store::Events.record(:"withdraw_#{subject}", row, person_id: person.id, after: { reason: reason.strip })
            row
          end
        end

        def open!(id)
          Store::Models::WatchedProduct.locked!(id).tap do |product|
            raise Conflict, "#{product.name} is not watched any more" if product.retired_at
          end
        end
        private_class_method :open!

        def keep(product, value, at:, batch:, note:, instrument_id:, person:)
          past!(at)
          measurand = Catalogue.measurand(product.measurand)
          read = Figures.new(measurand, product.display_unit).parse(value, field: :value)
          cell = instrument_id ? Store::Models::Instrument.fetch!(instrument_id) : product.instrument
          row = Store::Models::WatchedBreak.create(product_id: product.id, at: at, value_si: read.value_si,
                                                   resolution_si: read.resolution_si, text: read.text, unit: read.unit,
                                                   batch: batch.to_s.strip[0, 80], note: note.to_s.strip[0, 400],
                                                   instrument_id: cell&.id, person_id: person.id)
          Store::Events.record(:watch_break, row, person_id: person.id,
                                                  after: row.values.slice(:value_si, :text, :unit, :batch))
          row
        end
        private_class_method :keep

        def past!(at)
          refuse(:at, "It has not come yet: look at the clock") if at > Time.now + AHEAD_SECONDS
        end
        private_class_method :past!

        LONGEST = 400

        # All by name; the ends and how many, where that would be too long.
        def named(batches)
          return "everything since the last good break" if batches.empty?

          all = batches.join(", ")
          all.size <= LONGEST ? all : "#{batches.first} to #{batches.last}, #{batches.size} batches"
        end
        private_class_method :named

        # What was made since the last break within the limit.
        def hold(product, row, person)
          earlier = product.breaks_dataset.where { at < row.at }.reverse(:at).all
          since = earlier.take_while { |b| b.value_si < product.limit_si }.map(&:batch)
          batches = [*since.reverse, row.batch].reject(&:empty?).uniq
          made = named(batches)
          held = Store::Models::WatchedHold.create(break_id: row.id, batches: made, person_id: person.id)
          Store::Events.record(:hold_batches, held, person_id: person.id, after: { batches: made })
        end
        private_class_method :hold

        def refuse(field, words) = raise(InvalidInput.new(words, fields: { field => words }))
        private_class_method :refuse
      end
    end
  end
end
