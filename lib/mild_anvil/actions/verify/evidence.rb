# frozen_string_literal: true

module MildAnvil
  module Actions
    module Verify
      # Everything that is kept, against the hash it was kept with, what it was computed from, and the chain of events.
      module Evidence
        # kind; checked: how many; left: how many could not be, with why; breaks: how many; first: the first in words
        # waiting: papers that are still to be drawn.
        Found = Struct.new(:kind, :checked, :left, :why_left, :breaks, :first, :waiting, keyword_init: true) do
          def sound? = breaks.zero?

          # @return [String]
          def in_words
            said = sound? ? "#{checked} checked, all sound" : "#{breaks} of #{checked} broken; the first: #{first}"
            aside = [("#{left} #{why_left}" if left.positive?), ("#{waiting} still to be drawn" if waiting.positive?)]
            ["#{kind}: #{said}", *aside.compact.map { |words| "(#{words})" }].join(" ")
          end
        end

        PARTS = [Files, Recordings, Findings, Checks, Attachments, Statements, Signatures, Documents,
                 Certificates, Conclusions, LongReports, Readings, Hands, Rows, Events].freeze

        module_function

        # All of it as it was at one moment, whoever writes meanwhile.
        # @yield [Found] of each kind as soon as it is known
        # @return [Array<Found>]
        def call
          at_one_moment { PARTS.map { |part| found(part).tap { |found| yield found if block_given? } } }
        end

        def at_one_moment(&block)
          database = Sequel::Model.db
          return yield if database.in_transaction?

          database.transaction(isolation: :repeatable) do
            database[:events].max(:id) # the moment is that of the first look
            yield
          end
        end
        private_class_method :at_one_moment

        def found(part)
          found = Found.new(kind: part::KIND, checked: 0, left: 0, why_left: part::LEFT, breaks: 0, waiting: 0)
          part.each { |words| note(found, words) }
          found.freeze
        rescue Stopped, *Store::Database::LOST
          raise
        rescue StandardError => e # what was altered may be of any form: that it cannot be read is the finding
          said = e.message.lines.first.to_s.scrub[0, 120].strip
          note(found, "what stands there cannot be read (#{e.class.name}: #{said}), and what comes after it was not " \
                      "looked at")
          found.freeze
        end
        private_class_method :found

        # @param words [String, Symbol, nil] what is wrong; :left for what could not be checked, :waiting for what is
        #   not there yet; nil for what is sound
        def note(found, words)
          return found.left += 1 if words == :left
          return found.waiting += 1 if words == :waiting

          found.checked += 1
          return if words.nil?

          found.breaks += 1
          found.first ||= words
        end
        private_class_method :note
      end
    end
  end
end
