# frozen_string_literal: true

require_relative "../support/store_case"

class PullsTest < StoreCase
  def test_a_file_becomes_a_pull_with_findings
    pull = import(lot, log_text)

    assert_in_delta 900.0, pull.peak_newtons, 1.0
    assert_equal %w[zero take_up peak break residual stiffness energy rate].sort, pull.curve.findings.map(&:kind).sort
    assert_equal 1, pull.feature.specimen.number
  end

  def test_the_same_file_is_not_taken_twice
    made = lot
    import(made, log_text)
    assert_match(/pull 1 of this lot already/, assert_raises(MildAnvil::Conflict) { import(made, log_text) }.message)
    assert_match(/pull 1 of Loop/, Actions::PreviewFile.call(lot_id: lot.id, name: "x.csv", source: log_text, choices: {})[:duplicate_of])
  end

  def test_a_refused_file_leaves_nothing_behind
    made = lot
    assert_raises(MildAnvil::InvalidInput) { import(made, "Time [s],Force [N]\n0,1\n1,2\n0,3\n2,4\n") }
    assert_raises(MildAnvil::InvalidInput) { import(made, "Time (ms),Torque (in-lbf)\n#{Array.new(20) { |i| "#{i},#{i}" }.join("\n")}\n") }
    assert_equal [0, 0, 0], [made.pulls_dataset.count, made.specimens_dataset.count, Models::Curve.where(pull_id: made.pulls_dataset.select(:id)).count]
  end

  def test_a_feature_breaks_once
    made = lot
    judge(peak(made, "8.1", specimen_number: 3, feature_name: "end A"), "break")
    assert_match(/failed already in pull 1/, assert_raises(MildAnvil::Conflict) { peak(made, "8.2", specimen_number: 3, feature_name: "end A") }.message)
    assert_in_delta 8100.0, peak(made, "7.9", specimen_number: 3, feature_name: "end B").preload_newtons
  end

  def test_a_pull_again_replaces_the_at_least_in_the_rating
    made = lot
    judge(peak(made, "7.4", specimen_number: 1), "at_least", reason: "sling let go")
    judge(peak(made, "8.9", specimen_number: 1), "break")
    summary = Actions::ShowLot.call(lot_id: made.id)[:summary]

    assert_equal "1 break", summary[:counts_in_words]
    assert_equal(%w[replaced break], summary[:marks].map { |m| m[:counts_as] })
  end

  def test_a_void_needs_a_cause
    pull = peak(lot, "8.1")
    error = assert_raises(MildAnvil::InvalidInput) { judge(pull, "void") }

    assert_equal [:reason], error.details[:fields].keys
    assert_equal "void", judge(pull, "void", reason: "wrong pin").counts_as
  end

  def test_undo_takes_back_one_judgement_after_the_other
    pull = peak(lot, "8.1")
    judge(pull, "break")
    judge(pull, "at_least")
    seen = Array.new(2) { Actions::JudgePull.undo(pull_id: pull.id, person_id: person.id).judgement&.counts_as }

    assert_equal ["break", nil], seen
    assert_raises(MildAnvil::Conflict) { Actions::JudgePull.undo(pull_id: pull.id, person_id: person.id) }
    assert_equal 4, Models::Judgement.where(pull_id: pull.id).count
  end

  def test_nobody_judges_unnamed
    pull = peak(lot, "8.1")
    assert_raises(MildAnvil::InvalidInput) { Actions::JudgePull.call(pull_id: pull.id, person_id: nil, counts_as: "break") }
  end

  def test_a_lower_bound_cannot_count_as_a_break
    pull = peak(lot, "8.1").update(peak_is_lower_bound: true)
    assert_match(/lower bound/, assert_raises(MildAnvil::InvalidInput) { judge(pull, "break") }.message)
  end

  def test_every_change_is_audited
    pull = peak(lot, "8.1")
    judge(pull, "break")

    assert_equal %w[record_peak judge_pull], DATABASE[:audit_entries].where(subject_type: "Pull", subject_id: pull.id).order(:id).select_map(:action)
  end
end
