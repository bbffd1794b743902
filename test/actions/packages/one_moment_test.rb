# frozen_string_literal: true

require_relative "../../support/committed_case"
require_relative "../../support/package_folder"

# A package is what there was at one moment, however long it takes to write.
class PackageOfOneMomentTest < CommittedCase
  include PackageFolder

  Rows = MildAnvil::Store::CarriedRows

  # Runs a block in another connection once the rows of a table have been read.
  def saved_after(table, &block)
    reading = Rows.instance_method(:rows)
    waiting = true
    Rows.define_method(:rows) do |name|
      reading.bind_call(self, name).tap do
        Thread.new(&block).join if name == table && waiting
        waiting = false if name == table
      end
    end
    package = write
    refute waiting
    package
  ensure
    Rows.define_method(:rows, reading)
  end

  def test_what_is_saved_meanwhile_is_in_it_whole_or_not_at_all
    made = lot_with_breaks(8.11, 8.42)
    somebody = person.id
    package = saved_after(:specimens) do
      pull = Actions::RecordPeak.call(lot_id: made.id, text: "9.9", unit: "kN", person_id: somebody)
      Actions::JudgePull.call(pull_id: pull.id, person_id: somebody, counts_as: "break", failed_part: "specimen")
    end
    MildAnvil::Devices::Package::Contents.open(package) do |contents|
      counts = %i[specimens pulls judgements measurements].map { |table| contents.rows(table).size }

      assert_equal [2, 2, 2, 2], counts
      assert_empty contents.problems
    end
    assert_equal 3, made.refresh.pulls.size
    assert_empty Packages::TakeIn.look(package)[:problems]
  end
end
