# frozen_string_literal: true

module MildAnvil
  module Web
    # One place where errors become answers: {error: {kind, message, fields, details}}.
    module Faults
      STATUS = { InvalidInput => 422, NotFound => 404, Conflict => 409, InsufficientData => 409, Forbidden => 403, NotConverged => 500 }.freeze

      def self.registered(app)
        app.error MildAnvil::Error do |fault|
          status = STATUS.find { |kind, _| fault.is_a?(kind) }&.last || 500
          json({ error: Faults.body(fault) }, status: status)
        end
        app.error Sequel::DatabaseError do |fault|
          warn "#{fault.class}: #{fault.message}"
          json({ error: { kind: "database", message: "The database did not take this: nothing was saved. Try again; if it stays, look at var/log/web.log", fields: {} } }, status: 503)
        end
        app.error StandardError do |fault|
          warn "#{fault.class}: #{fault.message}\n#{fault.backtrace.first(8).join("\n")}"
          json({ error: { kind: "fault", message: "Something went wrong inside: nothing was saved. The log has the details", fields: {} } }, status: 500)
        end
      end

      def self.body(fault)
        { kind: fault.class.name.split("::").last.gsub(/(?<=[a-z])(?=[A-Z])/, "_").downcase, message: fault.message, fields: fault.details[:fields] || {},
          questions: fault.details[:questions], file: fault.details[:file], line: fault.details[:line] }.compact
      end
    end
  end
end
