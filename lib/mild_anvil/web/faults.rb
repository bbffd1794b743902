# frozen_string_literal: true

module MildAnvil
  module Web
    # One place where errors become answers: {error: {kind, message, fields, details}}.
    module Faults
      STATUS = { InvalidInput => 422, NotFound => 404, Conflict => 409, InsufficientData => 409, Forbidden => 403,
                 NotSignedIn => 401,
                 Tampered => 500, NotConverged => 500 }.freeze
      DATABASE = "The database did not take this: nothing was saved. Try again; if it stays, look at var/log/web.log"
      FAULT = "Something went wrong inside: nothing was saved. The log has the details"

      def self.registered(app)
        app.error(MildAnvil::Error) { |fault| json({ error: Faults.body(fault) }, status: Faults.status(fault)) }
        app.error Sequel::DatabaseError do |fault|
          warn "#{fault.class}: #{fault.message}"
          json({ error: { kind: "database", message: DATABASE, fields: {} } }, status: 503)
        end
        app.error StandardError do |fault|
          warn "#{fault.class}: #{fault.message}\n#{fault.backtrace.first(8).join("\n")}"
          json({ error: { kind: "fault", message: FAULT, fields: {} } }, status: 500)
        end
      end

      def self.status(fault) = STATUS.find { |kind, _| fault.is_a?(kind) }&.last || 500

      def self.body(fault)
        { kind: fault.class.name.split("::").last.gsub(/(?<=[a-z])(?=[A-Z])/, "_").downcase, message: fault.message,
          fields: fault.details[:fields] || {}, **fault.details.slice(:questions, :file, :line, :changed) }.compact
      end
    end
  end
end
