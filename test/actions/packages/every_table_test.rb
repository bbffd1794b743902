# frozen_string_literal: true

require_relative "../../support/committed_case"
require_relative "../../support/package_folder"
require_relative "../../support/filled_tables"

# Every table with at least one row of every kind in it, generated from the schema, there and back: a table that is
# added tomorrow is in.
class EveryTableTest < CommittedCase
  include PackageFolder
  include FilledTables

  Tables = MildAnvil::Store::CarriedTables

  # What may not change on the way, by what is the same everywhere.
  def kept
    Tables::ALL.keys.to_h { |table| [table, rows(table)] }
  end

  def rows(table)
    aside = [:id, *Tables.references(table).keys, *Tables::ALL[table].own,
             *(Tables::ALL[table].any ? [:subject_id] : [])]
    DATABASE[table].all.map { |row| row.except(*aside).transform_values { |v| v.is_a?(Time) ? v.round(6) : v } }
                   .sort_by { |row| row[:uid] || row.inspect }
  end

  # Which word means which row, by their uids.
  def subjects
    MildAnvil::Store::Subjects::COLUMNS.to_h do |table, list|
      [table, DATABASE[table].order(:uid).all.map { |row| [row[:subject], subject_uid(list, row)] }]
    end
  end

  def subject_uid(list, row)
    parent = list.fetch(row[:subject])
    parent && DATABASE[parent].where(id: row[:subject_id]).get(:uid)
  end

  def test_the_words_of_a_subject_are_those_of_the_schema
    MildAnvil::Store::Subjects::COLUMNS.each do |table, list|
      assert_equal Tables.limits(table)[:subject][:allowed].sort, list.keys.sort, table
    end
    with_subject = DATABASE.tables.select { |table| DATABASE.schema(table).map(&:first).include?(:subject) }
    assert_equal MildAnvil::Store::Subjects::COLUMNS.keys.sort, with_subject.sort
  end

  def test_every_row_of_every_kind_of_every_table_goes_there_and_back
    fill_every_table
    every_word
    before = kept
    meant = subjects
    assert_empty(before.select { |_, rows| rows.empty? }.keys)
    file = tables_alone
    OwnerDatabase.empty
    merge(file)

    before.each { |table, was| assert_equal was, rows(table), table }
    assert_equal meant, subjects
  end

  # A row of every word that a column may hold.
  def every_word
    FilledTables.word_columns.each do |table, column|
      found = DATABASE[table].distinct.select_map(column)
      assert_equal Tables.limits(table)[column][:allowed].sort, found.sort, "#{table}.#{column}"
    end
  end

  # The rows are made up, so that no curve, file or rating belongs to them: it is the carrying that is looked at here.
  def tables_alone
    writer = Packages::Write.new(nil, nil)
    %i[curves originals events ratings recompute check_page].each do |part|
      writer.define_singleton_method(part) do
        nil
      end
    end
    writer.write(path)
    path
  end

  def merge(file)
    MildAnvil::Devices::Package::Contents.open(file) do |contents|
      assert_empty contents.problems + Packages::Proof::Rows.problems(contents)
      MildAnvil::Store::Database.write do
        merge = Packages::Merge.new(contents, Packages::Vouched.new(contents))
        merge.define_singleton_method(:settle_cells) { nil }
        FilledTables.unchecked { merge.call }
      end
    end
  end
end
