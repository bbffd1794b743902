# frozen_string_literal: true

require_relative "store_case"

# A test with real transactions, seen by every connection: what it makes is deleted at its end. Every other test is
# rolled back, so all there is was made here.
class CommittedCase < StoreCase
  def run(...) = Minitest::Test.instance_method(:run).bind_call(self, ...)
  def teardown = OwnerDatabase.empty

  # Changes a row as only somebody behind the application's back could, and puts it right again.
  def altered(table, row, **values)
    rows = OwnerDatabase.connection[table].where(row)
    before = rows.first.slice(*values.keys).transform_values { |v| v.is_a?(String) ? Sequel.blob(v) : v }
    rows.update(values)
    yield
  ensure
    rows.update(before)
  end
end
