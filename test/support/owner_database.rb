# frozen_string_literal: true

# The schema as its owner may use it: the application's own user cannot delete what was signed.
module OwnerDatabase
  KEPT = %i[schema_info].freeze

  module_function

  def connection
    @connection ||= Sequel.connect(ENV.fetch("OWNER_DATABASE_URL"), max_connections: 2, fractional_seconds: true)
  end

  # Everything that tests without a rollback have made.
  def empty
    connection.synchronize do # the setting belongs to one connection
      connection.run("SET FOREIGN_KEY_CHECKS = 0")
      (connection.tables - KEPT).each { |table| connection[table].delete }
      connection.run("SET FOREIGN_KEY_CHECKS = 1")
    end
  end
end
