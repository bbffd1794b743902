# frozen_string_literal: true

require_relative "../../support/store_case"
require_relative "../../support/messy_sheet"

# A spreadsheet of old breaks: what it says is read, what it does not say is asked, once for all rows that have it.
class OldBreaksTest < StoreCase
  Lists = Actions::Lists
  OLD = "Piece;Bruchkraft [kN];Result;Remark\nA1;8,11;broke;first\nA2;8.42;;\nA3;9.0;at least;the pin\nA4;2;void;wet\n"

  def old(text, into: lot(name: "Old"), **answers)
    Lists::OldBreaks.new(StringIO.new(text), lot_id: into.id, answers: JSON.parse(JSON.generate(answers)))
  end

  def kept(text, into: lot(name: "Old"), **answers)
    [into, old(text, into: into, **answers).keep(person_id: person.id)]
  end

  def asked(...) = old(...).look[:questions].map { |question| question.values_at(:kind, :key) }
  def judged(into) = shown(into)[:pulls].map { |row| row[:judgement]&.values_at(:counts_as, :value_si) }

  def test_a_table_that_says_everything_asks_nothing
    assert_empty asked(OLD)
    assert_equal({ "0" => "piece", "1" => "value", "2" => "counts_as", "3" => "note" }, old(OLD).look[:roles])
  end

  def test_an_empty_result_is_no_break
    into, told = kept(OLD)

    assert_equal [["break", 8110.0], nil, ["at_least", 9000.0], ["void", 2000.0]], judged(into)
    assert_equal [4, 3, []], told.values_at(:count, :judged, :left_out)
    assert_equal %w[A1 A2 A3 A4], Models::Specimen.where(lot_id: into.id).order(:number).select_map(:label)
  end

  def test_units_by_the_row_and_in_the_head_and_an_unknown_one
    rows = "Load;Unit;Result\n8.1;kN;broke\n8200;N;broke\n830;daN;broke\n8.4;grunts;broke\n"

    assert_equal [%w[units grunts]], asked(rows)
    into, told = kept(rows, units: { "grunts" => "" })
    assert_equal [8100.0, 8200.0, 8300.0], judged(into).map(&:last)
    assert_equal([5], told[:left_out].map { |row| row[:line] })
    assert_equal [["unit", ""]], asked("Load;Result\n8.1;broke\n8.2 kN;broke\n")
  end

  def test_a_word_is_asked_about_once_and_never_made_the_specimen
    rows = "Load [kN];Result;What failed\n8.1;broke;gizmo\n8.2;broke;gizmo\n8.3;broke;shackle\n8.4;broke;\n"
    question = old(rows).look[:questions].first

    assert_equal ["failed_part", "gizmo", 2], question.values_at(:kind, :key, :rows)
    into, = kept(rows, words: { failed_part: { gizmo: "fixture" } })
    assert_equal(["fixture", "fixture", "connector", nil],
                 shown(into)[:pulls].map { |row| row[:judgement][:failed_part] })
    assert_equal %w[at_least at_least at_least break], judged(into).map(&:first)
  end

  def test_a_word_that_is_none_of_ours_stays_in_the_remark
    into, = kept("Load [kN];Result;What failed\n8.1;broke;gizmo\n", words: { failed_part: { gizmo: "" } })

    assert_equal "What failed: gizmo", shown(into)[:pulls].first[:note]
    assert_nil shown(into)[:pulls].first[:judgement][:failed_part]
  end

  def test_days_and_months_are_told_apart_or_asked
    assert_equal [["dates", ""]], asked("Date;Load [kN];Result\n03/04/2020;8.1;broke\n")
    assert_empty asked("Date;Load [kN];Result\n03/04/2020;8.1;broke\n13/04/2020;8.1;broke\n")
    into, = kept("Date;Load [kN];Result\n03/04/2020;8.1;broke\n2021-02-01;8.2;broke\n43831;8.3;broke\n", dates: "month")

    assert_equal([Date.new(2020, 3, 4), Date.new(2021, 2, 1), Date.new(2020, 1, 1)],
                 into.pulls_dataset.order(:number).map { |pull| pull.pulled_at.localtime.to_date })
  end

  def test_an_open_comma_is_asked_about
    rows = "Load (N);Result\n8,110;broke\n8,420;broke\n"

    assert_equal [["comma", ""]], asked(rows)
    assert_equal [8110.0, 8420.0], judged(kept(rows, comma: "thousands").first).map(&:last)
  end

  def test_what_the_values_count_as_is_asked_where_no_column_says_it
    assert_equal [["results", ""]], asked("Load [kN]\n8.1\n8.2\n")
    assert_equal [nil, nil], judged(kept("Load [kN]\n8.1\n8.2\n", results: "").first)
    assert_equal [["break", 8100.0], ["at_least", 8200.0]],
                 judged(kept("Load [kN]\n8.1\n>8.2\n", results: "break").first)
  end

  def test_groups_go_to_their_lots
    into = lot(name: "Old")
    other = lot(name: "Blue loops", job_id: into.job_id)
    rows = "Batch;Load [kN];Result\nBlue loops;8.1;broke\nred;8.2;broke\ngreen;8.3;broke\n"

    assert_equal [%w[groups red], %w[groups green]], asked(rows, into: into)
    kept(rows, into: into, groups: { "red" => "here", "green" => "" })
    assert_equal([1, 1], [into, other].map { |made| made.pulls_dataset.count })
  end

  def test_the_same_file_again_is_said_and_not_taken_unless_it_is_meant
    into, = kept(OLD)

    assert_match(/taken before: 4 rows into “Old” on/, old(OLD, into: into).look[:before])
    assert_raises(MildAnvil::Conflict) { kept(OLD, into: into) }
    assert_equal 4, into.pulls_dataset.count
    assert_equal 4, kept(OLD, again: true).last[:count]
  end

  def test_one_odd_cell_refuses_itself
    into, told = kept("Load [kN];Result\n8.1;broke\neight;broke\n;broke\n-3;broke\n8.3;broke\n")

    assert_equal [8100.0, 8300.0], judged(into).map(&:last)
    assert_equal([[3, "“eight” is no value"], [4, "has no value"], [5, "“-3” is no value"]],
                 told[:left_out].map { |row| row.values_at(:line, :words) })
  end

  def days(into) = into.pulls_dataset.order(:number).map { |pull| pull.pulled_at.localtime.to_date.iso8601 }

  # "98" was taken for 2098, and what lies ahead for a day.
  def test_a_year_of_two_digits_is_the_last_one_and_nothing_broke_in_the_future
    table = "Date;Load [kN];Result\n12.05.98;8.1;broke\n13.05.24;8.2;broke\n2099-01-01;8.3;broke\n" \
            "1200-01-01;8.4;broke\n"

    assert_equal 2, old(table).look[:taken]
    into, told = kept(table)
    assert_equal %w[1998-05-12 2024-05-13], days(into)
    assert_equal(["“2099-01-01” lies in the future", "“1200-01-01” is no date"],
                 told[:left_out].map { |row| row[:words] })
  end

  # An answer that was never offered is none.
  def test_answers_that_were_not_offered_are_asked_for_again
    word = "Load [kN];Result\n8.1;kaput\n"

    assert_equal [%w[counts_as kaput]], asked(word, words: { counts_as: { kaput: "nonsense" } })
    assert_equal [["unit", ""]], asked("Load;Result\n8.1;broke\n", unit: "parsec")
    assert_equal [%w[units grunts]], asked("Load;Unit;Result\n8;grunts;broke\n", units: { grunts: "parsec" })
    [{ "9" => "value" }, { "0" => "value", "1" => "value" }].each do |columns|
      assert_raises(MildAnvil::InvalidInput) { old(word, columns: columns).look }
    end
  end

  def test_what_is_no_table_is_refused
    ["", "v\n", "\n\n"].each { |text| assert_raises(MildAnvil::InvalidInput) { old(text).look } }
    assert_equal [%w[column value]], asked("a,b\nx,y\n")
  end

  # In at most eight questions, and right in every row.
  def test_a_messy_sheet_of_four_hundred_rows
    sheet = MessySheet.new(28)
    into = lot(name: "Old", item_type: "sewn_loop")
    questions = asked(sheet.csv, into: into)

    assert_operator questions.size, :<=, 8, questions.inspect
    _, told = kept(sheet.csv, into: into, **MessySheet::ANSWERS.transform_keys(&:to_sym))
    assert_equal(sheet.unreadable, told[:left_out].map { |row| row[:line] })
    assert_empty told[:open]
    pulls = into.pulls_dataset.order(:number).all

    assert_equal sheet.truths.size, pulls.size
    sheet.truths.zip(pulls) { |truth, pull| right(truth, pull) }
  end

  def right(truth, pull)
    judgement = pull.judgement
    got = { newtons: pull.measurement("peak").value_si.round, on: pull.pulled_at.localtime.to_date,
            piece: pull.feature.specimen.label, end: pull.feature.name, counts_as: judgement&.counts_as,
            note: pull.note }
    said = truth.to_h.slice(*got.keys)
    if judgement
      got.merge!(part: judgement.failed_part, zone: judgement.zone, mode: judgement.mode)
      said.merge!(truth.to_h.slice(:part, :zone, :mode))
    end

    assert_equal said, got, "line #{truth.line}"
  end
end
