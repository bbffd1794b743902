# frozen_string_literal: true

require_relative "../support/store_case"

# What a preview has read waits for whoever saves it: the same pull as from the file itself, given once, never kept for
# long.
class DraftRecordingTest < StoreCase
  TABLES = %i[recordings channels chunks analyses findings source_files source_file_chunks].freeze

  def preview(lot, bytes, name: "log.csv", **choices)
    Actions::PreviewFile.call(lot_id: lot.id, name: name, source: bytes, choices: choices, person_id: person.id)
  end

  def save(lot, draft_id, **place)
    Actions::SaveDraft.call(lot_id: lot.id, recording_id: draft_id, person_id: person.id, **place)
  end

  def rows = TABLES.map { |table| DATABASE[table].count }

  def stored(pull)
    recording = pull.recording.refresh
    measured = pull.measurement("peak")
    [recording.sha256, recording.sample_count, recording.draft_key, measured.value_si, measured.resolution_si,
     recording.source_file.bytes, recording.reading.to_h,
     Actions::ShowPull.call(pull_id: pull.id)[:recording][:findings]]
  end

  def test_a_seen_file_is_saved_as_an_unseen_one
    bytes = log_text(peak_newtons: 731)
    unseen = stored(import(lot, bytes))

    assert_equal unseen, stored(save(made = lot, preview(made, bytes)[:draft_id]))
  end

  def test_handing_the_file_in_again_finds_what_the_preview_left
    draft = preview(made = lot, bytes = log_text(peak_newtons: 732))[:draft_id]
    before = rows

    assert_equal draft, import(made, bytes).recording.id
    assert_equal before, rows
  end

  def test_another_choice_another_name_and_another_byte_are_another_reading
    bytes = log_text(peak_newtons: 733).sub("Force [N]", "Force")
    newtons = preview(made = lot, bytes, columns: [{ index: 1, unit: "N" }])[:draft_id]
    pull = import(made, bytes, choices: { columns: [{ index: 1, unit: "kN" }] })

    assert_in_delta 733_000.0, pull.measurement("peak").value_si, 8000.0
    refute_equal newtons, pull.recording.id
    first = preview(other = lot, log_text(peak_newtons: 734))[:draft_id]

    refute_equal first, import(other, log_text(peak_newtons: 734), name: "other.csv").recording.id
    refute_equal first, import(other, "#{log_text(peak_newtons: 734)}\n").recording.id
  end

  def test_reading_a_file_anew_leaves_one_draft
    bytes = log_text(peak_newtons: 735)
    preview(made = lot, bytes)
    before = rows
    preview(made, bytes, columns: [{ index: 1, role: "force", unit: "kN" }])

    assert_equal before, rows
  end

  def test_a_draft_is_given_once
    draft = preview(made = lot, bytes = log_text(peak_newtons: 736))[:draft_id]
    save(made, draft)

    assert_match(/hand the file in again/, assert_raises(MildAnvil::NotFound) { save(lot, draft) }.message)
    refute_equal draft, import(lot, bytes).recording.id
  end

  def test_what_cannot_be_a_pull_leaves_nothing
    before = rows
    asks = preview(made = lot, log_text(peak_newtons: 737).sub("Force [N]", "Force"))
    torque = preview(made, "Time (ms),Torque (in-lbf)\n#{Array.new(20) { |i| "#{i},#{i}" }.join("\n")}\n")

    assert_equal([nil, nil], [asks, torque].map { |p| p.fetch(:draft_id) })
    assert_equal before, rows
  end

  def test_a_refused_save_leaves_the_draft_and_no_pull
    made = lot_with_breaks("8.1")
    draft = preview(made, log_text(peak_newtons: 738))[:draft_id]
    assert_raises(MildAnvil::InvalidInput) { save(made, draft, pulled_at: Time.now + 86_400) }

    assert_equal 1, made.pulls_dataset.count
    assert_equal 2, save(made, draft, specimen_number: 2).number
  end

  def test_a_lot_of_another_measurand_does_not_take_the_draft
    draft = preview(lot, log_text(peak_newtons: 745))[:draft_id]
    torque = lot(measurand: "torque")

    assert_match(/measured as torque cannot take it/, assert_raises(MildAnvil::InvalidInput) do
      save(torque, draft)
    end.message)
  end

  def test_the_same_bytes_are_refused_under_the_lock
    made = lot
    import(made, bytes = log_text(peak_newtons: 739))
    draft = preview(lot, bytes)[:draft_id]

    assert_match(/pull 1 of this lot already/, assert_raises(MildAnvil::Conflict) { save(made, draft) }.message)
  end

  def test_drafts_of_yesterday_are_thrown_away_and_nothing_else_is
    old = preview(made = lot, log_text(peak_newtons: 741))[:draft_id]
    kept = import(made, log_text(peak_newtons: 742)).recording
    Models::Recording.where(id: [old, kept.id]).update(created_at: Time.now - (2 * 86_400))
    young = preview(made, log_text(peak_newtons: 743))[:draft_id]

    assert_nil Models::Recording[old]
    assert_equal [kept.id, young], Models::Recording.where(id: [kept.id, young]).order(:id).select_map(:id)
    assert_empty(%i[channels analyses].reject { |table| DATABASE[table].where(recording_id: old).empty? })
    assert_empty DATABASE[:source_files].exclude(id: DATABASE[:recordings].select(:source_file_id)).all
  end
end
