# frozen_string_literal: true

require_relative "../../support/committed_case"
require_relative "../../support/package_folder"
require "zip"

# What a package brings into a filled installation, what it may not, and what is told.
class PackagesTest < CommittedCase
  include PackageFolder

  def filled
    made = lot_with_breaks(8.11, 8.42, 7.93, 8.2, material: "Tape =1+1 \"x\", Ω", claims: [claim("7")])
    judge(import(made, log_text(peak_newtons: 8150), name: "Prüfung 1.csv"), "break", failed_part: "specimen")
    sign(made)
    made
  end

  def emptied
    OwnerDatabase.empty
    %i[@person @reviewer @job].each { |name| instance_variable_set(name, nil) }
  end

  def new_rows(told) = told[:counts].to_h { |row| [row[:table].to_sym, row[:new]] }.reject { |_, n| n.zero? }

  def test_a_lot_lands_among_others_with_other_numbers_and_the_same_figures
    made = filled
    uid = made.uid
    figures = computed(made).statement["schools"].map { |school| school["value_si"] }
    body = made.statements.first.body
    write(lot_ids: [made.id])
    emptied
    3.times { |i| lot_with_breaks(5.0 + i, 5.5 + i, name: "Other #{i}") } # their numbers are taken
    told = bring
    here = Models::Lot.first(uid: uid)

    assert_equal [1, 5, 1, 1], new_rows(told).values_at(:lots, :pulls, :statements, :recordings)
    refute_equal made.id, here.id
    assert_equal(figures, computed(here).statement["schools"].map { |school| school["value_si"] })
    assert_equal [body], here.statements.map(&:body)
    assert summary(here)["signed_current"], "it is still what was signed"
    assert_empty Actions::Verify::Evidence.call.reject(&:sound?).map(&:in_words)
    assert_match(/Prüfung 1.csv/, Actions::ExportStatement.preview(lot_id: here.id, format: "csv").content)
  end

  def test_every_table_is_carried_or_left_on_purpose
    tables = MildAnvil::Store::CarriedTables

    assert_equal DATABASE.tables.sort, (tables::ALL.keys + tables::LEFT).sort
    tables::ALL.each_value do |table|
      known = tables.columns(table.name).keys

      assert_empty [*table.owners, *table.with_job, *table.key, *table.files.keys, *table.loose, *table.later] - known
      refute_empty [*table.key, *(known & %i[uid])], table.name
    end
  end

  # Parents stand before their children, or are set afterwards.
  def test_nothing_is_written_before_what_it_refers_to
    tables = MildAnvil::Store::CarriedTables
    tables::ALL.each_value.with_object([]) do |table, before|
      parents = tables.references(table.name).except(*table.later).values - [table.name]

      assert_empty parents - before, table.name
      before << table.name
    end
  end

  def test_what_was_done_before_is_shown_with_the_hashes_it_had
    made = filled
    write(lot_ids: [made.id])
    uid = made.uid
    name = person.name
    emptied
    bring
    brought = MildAnvil::Store::Journal.brought(Models::Lot.first(uid: uid).id)

    assert_equal %w[sign_statement judge_pull].sort, (brought.map do |row|
      row[:action]
    end & %w[sign_statement judge_pull]).sort
    assert_equal [name], brought.map { |row| row[:person] }.uniq
    assert_equal({ "name" => "one.zip", "title" => "Loop" },
                 Models::Package.first.values.slice(:name, :title).transform_keys(&:to_s))
    assert_includes DATABASE[:events].select_map(:action), "take_in_package"
  end

  def test_who_comes_along_cannot_sign_in
    made = filled
    write(lot_ids: [made.id])
    stranger = person.uid
    emptied
    bring

    assert_empty Packages::TakeIn.look(path)[:differences] # that they are not active here is nothing that differs
    assert_equal [false], Models::Person.where(uid: stranger).select_map(:active)
    assert_empty DATABASE[:accounts].where(person_id: Models::Person.where(uid: stranger).select(:id)).all
  end

  def test_what_differs_is_shown_side_by_side_and_changed_only_where_it_was_chosen
    made = filled
    write(lot_ids: [made.id])
    Actions::SaveLot.change(lot_id: made.id, values: { material: "Nylon", maker: "Line 3" }, person_id: person.id)
    look = Packages::TakeIn.look(path)

    assert_equal([["lots", made.uid, false]], look[:differences].map { |row| row.values_at(:table, :uid, :fact) })
    assert_equal [["material", "Nylon", "Tape =1+1 \"x\", Ω"], ["maker", "Line 3", ""]],
                 look[:differences].first[:columns].map(&:values)
    bring
    assert_equal "Nylon", made.refresh.material
    bring(take: [made.uid])
    assert_equal "Tape =1+1 \"x\", Ω", made.refresh.material
  end

  def test_a_fact_stays_as_it_is_here_whatever_was_chosen
    made = filled
    write(lot_ids: [made.id])
    fact = made.pulls.first.judgements.first
    altered(:judgements, { id: fact.id }, reason: "changed here") do
      look = Packages::TakeIn.look(path)
      assert_equal([["judgements", true]], look[:differences].map { |row| row.values_at(:table, :fact) })
      assert_raises(MildAnvil::InvalidInput) { bring(take: [fact.uid]) }
    end
  end

  # What a bench of here lacks is not filled in by a package, in silence.
  def test_a_row_of_here_is_not_filled_in
    made = filled
    bench = DATABASE[:benches].insert(uid: ULID.generate, name: "Post", kind: "winch", person_id: person.id,
                                      created_at: Time.now)
    cell = DATABASE[:instruments].insert(uid: ULID.generate, name: "C-1", capacity_newtons: 5000.0,
                                         person_id: person.id, created_at: Time.now)
    DATABASE[:benches].where(id: bench).update(counting_instrument_id: cell)
    write
    DATABASE[:benches].where(id: bench).update(counting_instrument_id: nil)
    bring

    assert_nil DATABASE[:benches].where(id: bench).get(:counting_instrument_id)
    assert made
  end

  def test_where_both_went_on_under_one_number_nothing_is_taken
    made = filled
    uid = made.uid
    write(lot_ids: [made.id])
    emptied
    bring
    here = Models::Lot.first(uid: uid)
    break_at(here, "8.3") # pull 6 of here
    foreign = write("two", lot_ids: [here.id])
    sixth = here.pulls_dataset.order(:number).last
    altered(:pulls, { id: sixth.id }, uid: "0" * 26) do
      error = assert_raises(MildAnvil::Conflict) { bring(foreign) }
      assert_match(/Pull 6 is something else here/, error.message)
    end
  end

  def test_other_bytes_than_were_looked_at_are_not_taken
    write(lot_ids: [filled.id])

    assert_raises(MildAnvil::Conflict) do
      Packages::TakeIn.call(path, name: "x", sha256: "0" * 64, person_id: person.id)
    end
  end

  def test_a_whole_job_brings_its_study_and_conclusions_and_a_lot_does_not
    made = lot_with_breaks(8.1, 8.2)
    other = lot_with_breaks(7.1, 7.2, name: "Second")
    study = Actions::SaveStudy.call(job_id: job.id, name: "Ends", person_id: person.id,
                                    factors: [{ name: "end", kind: "nominal", levels: [{ name: "a" }, { name: "b" }] }])
    write(lot_ids: [made.id])
    write("job", job_id: job.id)
    names = ->(name) { MildAnvil::Devices::Package::Contents.open(path(name)) { |c| [c.rows(:lots).size, c.rows(:studies).size] } }

    assert_equal [[1, 0], [2, 1]], [names.call("one"), names.call("job")]
    assert study && other
  end

  # A lot whose minimum rests on what others scattered brings them.
  def test_lots_that_figures_rest_on_come_along
    lenders = Array.new(2) do |i|
      lot_with_breaks(*Array.new(6) do |k|
        (8.0 + (k * 0.1) + i).round(2)
      end, name: "Earlier #{i}")
    end
    lenders.each { |lender| computed(lender) }
    borrower = lot_with_breaks(8.1, 8.3)
    Actions::BorrowScatter.call(lot_id: borrower.id, from: lenders.map(&:id), person_id: person.id)
    write(lot_ids: [borrower.id])
    lots = MildAnvil::Devices::Package::Contents.open(path) { |contents| contents.rows(:lots).map { |row| row[:name] } }

    assert_equal ["Earlier 0", "Earlier 1", "Loop"], lots.sort
  end
end
