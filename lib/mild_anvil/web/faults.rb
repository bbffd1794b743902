# frozen_string_literal: true

module MildAnvil
  module Web
    # One place where errors become answers: {error: {kind, message, fields, details}}. What the sender did wrong is
    # never a fault of ours, and a fault of ours is never theirs.
    module Faults
      STATUS = { InvalidInput => 422, NotFound => 404, Conflict => 409, InsufficientData => 409, Forbidden => 403,
                 NotSignedIn => 401, Stopped => 503, DeviceError => 503,
                 Tampered => 500, NotConverged => 500 }.freeze
      DATABASE = "The database did not go along. Whether this was saved is not known: load again and look; if it " \
                 "stays, look at var/log/web.log"
      FAULT = "Something went wrong inside. Whether this was saved is not known: load again and look. The log has " \
              "the details"

      def self.registered(app)
        app.helpers Answers
        app.error(MildAnvil::Error) { |fault| answer(fault) }
        app.error(Sinatra::NotFound) { |_| answer(Refused.nothing_at(request)) }
        app.error(Sinatra::BadRequest) { |fault| answer(Faults.malformed(fault)) }
        app.error(Sequel::ConstraintViolation) { |fault| answer(Faults.unfit(fault)) }
        app.error(*Store::Database::LOST) do |fault|
          if Faults::UNFIT.match?(fault.message)
            answer(Faults.unfit(fault))
          else
            json(Faults.of_the_database(fault),
                 status: 503)
          end
        end
        app.error(StandardError) { |fault| json(Faults.ours(fault), status: 500) }
      end

      # An error as an answer.
      module Answers
        def answer(fault)
          headers fault.headers if fault.is_a?(Refused)
          json({ error: Faults.body(fault) }, status: Faults.status(fault))
        end
      end

      def self.status(fault)
        fault.is_a?(Refused) ? fault.status : STATUS.find { |kind, _| fault.is_a?(kind) }&.last || 500
      end

      # @return [Hash] what is answered; the log has the rest
      def self.of_the_database(fault)
        warn "#{fault.class}: #{fault.message}"
        { error: { kind: "database", message: DATABASE, fields: {} } }
      end

      # @return [Hash] what is answered; the log has the rest
      def self.ours(fault)
        warn "#{fault.class}: #{fault.message}\n#{fault.backtrace.first(8).join("\n")}"
        { error: { kind: "fault", message: FAULT, fields: {} } }
      end

      # Values that no column takes: too long, out of its range, of nothing that is there.
      UNFIT = /Data too long|Out of range value|Incorrect \w+ value|Incorrect string value|Data truncated/
      UNFIT_WORDS = "A value does not fit what is kept here, or refers to what is not there: nothing was saved"

      def self.unfit(fault)
        warn "#{fault.class}: #{fault.message}"
        InvalidInput.new(UNFIT_WORDS, fields: {})
      end

      def self.malformed(fault)
        Refused.new(Refused::MALFORMED, "The request cannot be read: #{text(fault.message)[0, 120]}")
      end

      # What was sent may stand in it, as bytes.
      def self.text(message) = message.dup.force_encoding(Encoding::UTF_8).scrub("?")

      def self.body(fault)
        kind = fault.class.name.split("::").last.gsub(/(?<=[a-z])(?=[A-Z])/, "_").downcase
        { kind: kind, message: text(fault.message),
          fields: fault.details[:fields] || {}, **fault.details.slice(:questions, :file, :line, :changed) }.compact
      end
    end
  end
end
