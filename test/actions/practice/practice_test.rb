# frozen_string_literal: true

require_relative "../../support/store_case"
require "pdf-reader"

# A lesson from its beginning to its score; the truth told only then; and nothing of it among what is real.
class PracticeLessonsTest < StoreCase
  Practice = Actions::Practice

  def begun(lesson = "connector-first", seed: 3, **rest)
    Practice::Begin.call(person_id: person.id, lesson: lesson, seed: seed, **rest)
  end

  def pull_all(run)
    run.truth[:pieces].size.times { Practice::PullNext.call(run_id: run.id, person_id: person.id) }
    run.lot.pulls
  end

  # As an honest eye would, or as told.
  def judge_all(run, &other)
    run.lot.pulls_dataset.order(:number).zip(run.truth[:pieces]) do |pull, piece|
      other_kind = other&.call(piece)
      kind = other_kind || piece[:counts_as]
      judge(pull, kind, **told(kind, pull, other_kind ? "specimen" : piece[:part]))
    end
  end

  def told(kind, pull, part)
    return { reason: "seen" } if kind == "void"
    return { failed_part: part } unless kind == "between"

    upper = pull.measurement("peak").value_si * 1.06
    { failed_part: part, reason: "two readings a second", upper: { text: format("%.0f", upper), unit: "N" } }
  end

  def hand_in(run, kind = "statement", **rest)
    Practice::HandIn.call(run_id: run.id, kind: kind, person_id: person.id, **rest)
  end

  def shown(run) = Practice::Show.one(run.refresh)

  def test_an_honest_lesson_from_plan_to_score
    run = begun
    pull_all(run)
    judge_all(run)
    sign(run.lot)
    result = shown(hand_in(run))[:result]

    assert_equal [8, 8], [result["pulls"].size, result["pulls"].count { |row| row["right"] }]
    assert result["score"]["held"]
    assert_in_delta 30.0, result["score"]["judging"]
    assert_operator run.refresh.score, :>, 60
    assert_includes result["truth"]["population"], "normal about 21"
    assert_equal run.hidden_sha256, result["truth"]["sealed"]
    assert_operator result["schools"].size, :>, 8
    assert result["one_more"]["minimum"]
    refute_empty result["teaches"]
  end

  def test_what_was_taken_for_a_break_is_named_with_its_reason
    run = begun
    pull_all(run)
    judge_all(run) { |piece| "break" if piece[:number] == 5 }
    sign(run.lot)
    wrong = shown(hand_in(run))[:result]["pulls"].reject { |row| row["right"] }

    assert_equal([[5, "break", "at_least"]], wrong.map { |row| row.values_at("number", "counts_as", "should") })
    assert_match(/What gave way was the shackle/, wrong.first["words"])
  end

  def test_nothing_of_the_truth_is_told_before_it_is_handed_in
    run = begun
    pull_all(run)
    told = JSON.generate([shown(run), Practice::Show.all(person_id: person.id, roles: ["reviewer"])])

    refute_match(/strength|mean_si|at_least|"why|teaches|population/, told.gsub(/connector-first|at least/, ""))
    events = DATABASE[:events].where(lot_id: run.lot_id).select_map(:after).join
    refute_match(/strength_si|mean_si|seed/, events)
  end

  def test_a_sealed_truth_that_was_changed_is_noticed
    run = begun
    run.values[:hidden] = run.hidden.sub("21400", "11400")

    assert_raises(MildAnvil::Tampered) { run.truth }
  end

  def test_it_is_handed_in_once_and_only_by_whoever_began_it
    run = begun
    assert_raises(MildAnvil::Conflict) { hand_in(run) } # nothing signed
    hand_in(run, "none")

    assert_raises(MildAnvil::Conflict) { hand_in(run, "none") }
    assert_raises(MildAnvil::Conflict) { Practice::PullNext.call(run_id: run.id, person_id: person.id) }
    assert_raises(MildAnvil::Forbidden) { Practice::PullNext.call(run_id: begun.id, person_id: reviewer.id) }
    assert_raises(MildAnvil::Forbidden) { Practice::Mine.see!(run.id, add_person("technician").id, ["technician"]) }
    assert_equal run.id, Practice::Mine.see!(run.id, reviewer.id, ["reviewer"]).id
  end

  def test_a_piece_is_pulled_once_for_a_key
    run = begun
    2.times { Practice::PullNext.call(run_id: run.id, person_id: person.id, once_key: "twice-clicked") }
    assert_equal 1, run.lot.pulls_dataset.count
    Practice::PullNext.call(run_id: run.id, person_id: person.id, once_key: "the-next-one")
    assert_equal([1, 2], run.lot.pulls.map { |pull| pull.feature.specimen.number })
  end

  def test_a_display_is_read_and_typed_with_its_unit
    run = begun("lbf-as-kn")
    card = shown(run)[:next]

    assert_match(/lbf/, card[:words])
    assert_raises(MildAnvil::InvalidInput) { Practice::PullNext.call(run_id: run.id, person_id: person.id) }
    Practice::PullNext.call(run_id: run.id, person_id: person.id, text: card[:digits], unit: "lbf")
    Practice::PullNext.call(run_id: run.id, person_id: person.id, text: shown(run)[:next][:digits], unit: "kN")
    run.lot.pulls.each { |pull| judge(pull, "break", failed_part: "specimen") }
    rows = shown(hand_in(run, "none"))[:result]["pulls"]

    assert_equal([true, false], rows.map { |row| row["right"] })
    assert_match(/too high/, rows.last["words"])
  end

  def test_every_shipped_lesson_can_be_played_to_its_end
    MildAnvil::Catalogue.lessons.each do |content|
      run = begun(content[:key], seed: 12)
      factor = content.dig(:card, :factor)
      run.truth[:pieces].each do |piece|
        given = factor ? { text: (piece[:card][:digits].to_f * factor).round.to_s, unit: "N" } : {}
        Practice::PullNext.call(run_id: run.id, person_id: person.id, **given)
      end
      judge_all(run)
      right = content.dig(:answer, :options).to_a.find { |option| option[:right] }
      result = shown(right ? hand_in(run, "choice", choice: right[:key]) : hand_in(run, "none"))[:result]

      assert(result["pulls"].all? { |row| row["right"] }, "#{content[:key]}: #{result['pulls'].map { |r| r['words'] }}")
      assert_operator result["score"]["promise"], :>=, 5, content[:key]
    end
  end

  def test_free_lessons_of_every_trade_are_pulled
    %w[rigging anchors hardware printing].each do |trade|
      run = Practice::Begin.call(person_id: person.id, trade: trade, difficulty: "hard", seed: 8)

      assert_equal 5, pull_all(run).size
    end
    assert_raises(MildAnvil::InvalidInput) { Practice::Begin.call(person_id: person.id, trade: "x", difficulty: "hard") }
    assert_raises(MildAnvil::NotFound) { begun("no-such") }
  end

  def test_no_real_list_holds_it
    run = begun
    pull_all(run)
    judge_all(run)
    lot_with_breaks(8.1, 8.2, name: "Real")
    names = Actions::ListLots.call[:jobs].flat_map { |job| job[:lots].map { |lot| lot[:name] } }

    assert_equal ["Real"], names
    assert_empty Actions::FindAnything.call(query: "connector broke")[:lots]
    today = Actions::Today.call
    assert_equal 1, today[:counts].values.sum
    assert_equal ["Real"], today[:latest].map { |row| row[:lot] }.uniq
    assert_empty Models::Pull.times_of_type(run.lot.item_type, 50)[run.lot_id].to_a
    assert_raises(MildAnvil::Conflict) do
      Actions::Planning::Register.note_near_miss(what: "a pin", distance: { text: "4", unit: "m" }, lot_id: run.lot_id,
                                                 person_id: person.id)
    end
  end

  def test_its_plan_is_on_no_board_of_the_day
    run = begun
    content = { pulls: 8, day: { date: Time.now.to_date.iso8601, minutes_each: 10 } }
    Models::Plan.create(lot_id: run.lot_id, revision: 1, content: JSON.generate(content), person_id: person.id,
                        reason: "")

    assert_empty Actions::Planning::DayBoard.send(:plans, Time.now.to_date).map(&:lot_id)
  end

  def test_it_neither_lends_to_nor_borrows_from_what_is_real
    run = begun
    pull_all(run)
    judge_all(run) { "break" }
    real = lot_with_breaks(20.1, 20.4, 21.0, item_type: run.lot.item_type)

    assert_empty Actions::ScatterLenders.list(lot_id: real.id)
    assert_empty Actions::ScatterLenders.list(lot_id: run.lot_id)
    assert_raises(MildAnvil::InvalidInput) do
      Actions::SaveLot.change(lot_id: real.id, values: { reference_lot_id: run.lot_id, relative_only: true },
                              person_id: person.id)
    end
    assert_raises(MildAnvil::InvalidInput) { Actions::Comparing::ShowCompare.new(lot_id: real.id, with: [run.lot_id]).call }
    assert_raises(MildAnvil::Conflict) do
      Actions::SaveLot.create(job_id: run.lot.job_id, values: { name: "x", item_type: "hook" }, person_id: person.id)
    end
  end

  def test_no_instrument_bench_or_gear_has_it_on_its_record
    run = begun
    Practice::PullNext.call(run_id: run.id, person_id: person.id)

    assert_empty DATABASE[:pull_instruments].where(pull_id: run.lot.pulls.map(&:id)).all
    assert_raises(MildAnvil::Conflict) do
      Actions::Benching::StartRun.call(lot_id: run.lot_id, procedure: "break", checklist: {}, person_id: person.id,
                                       roles: ["technician"])
    end
  end

  def words(bytes) = PDF::Reader.new(StringIO.new(bytes)).pages.map(&:text)

  def test_every_paper_of_it_says_practice_on_every_page
    run = begun
    pull_all(run)
    judge_all(run)
    preview = Actions::ExportStatement.preview(lot_id: run.lot_id, format: "pdf").content
    signed = sign(run.lot)
    papers = [preview, Actions::ExportStatement.signed(statement_id: signed.id, format: "pdf").content,
              Actions::Papers::BreakReport.call(lot_id: run.lot_id).content,
              Actions::Planning::Papers.call(lot_id: run.lot_id, kind: "plan-sheet.pdf").content]

    papers.each { |bytes| words(bytes).each { |page| assert_includes page, "PRACTICE" } }
    assert_includes Actions::ExportStatement.signed(statement_id: signed.id, format: "csv").content,
                    "# standing,practice"
    assert_raises(MildAnvil::Conflict) { Actions::Papers::Tags.call(statement_id: signed.id) }
  end

  def test_an_instructor_makes_a_lesson_of_a_lot_and_sees_the_class
    made = lot_with_breaks(20.1, 20.4, 21.0, 19.8, 20.7, material: "Tape")
    judge(peak(made, "15.2"), "at_least", failed_part: "connector", reason: "The hook opened")
    lesson = Practice::Lessons.from_lot(lot_id: made.id, title: "Tape with a hook", teaches: "Look.",
                                        person_id: reviewer.id)
    run = begun("own-#{lesson.id}")

    assert_equal ["at_least"], run.truth[:pieces].map { |piece| piece[:counts_as] }.uniq - ["break"]
    pull_all(run)
    hand_in(run, "none")
    all = Practice::Show.all(person_id: reviewer.id, roles: ["reviewer"])
    assert_equal([["Tape with a hook", person.name]], all[:of_class].map { |row| row.values_at(:title, :person) })
    assert_nil Practice::Show.all(person_id: person.id, roles: ["technician"])[:of_class]
    Practice::Lessons.retire(id: lesson.id, person_id: reviewer.id)
    assert_raises(MildAnvil::NotFound) { begun("own-#{lesson.id}") }
    assert_raises(MildAnvil::InvalidInput) do
      Practice::Lessons.from_lot(lot_id: lot_with_breaks(1.0).id, title: "Few", teaches: "", person_id: reviewer.id)
    end
  end
end
