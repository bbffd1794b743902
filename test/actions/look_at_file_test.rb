# frozen_string_literal: true

require_relative "../support/store_case"

# What the preview has seen is used once when the same file is saved, and never for another file or another choice.
class LookAtFileTest < StoreCase
  def preview(lot, bytes, **choices) = Actions::PreviewFile.call(lot_id: lot.id, name: "log.csv", source: bytes, choices: choices)
  def source(bytes) = MildAnvil::Devices::Delimited::Source.of(bytes)
  def choices(**given) = Actions::FileChoices.call(given)

  def stored(pull)
    curve = pull.curve.refresh
    [curve.sha256, curve.sample_count, pull.peak_newtons, curve.reading.to_h, Actions::ShowPull.call(pull_id: pull.id)[:curve][:findings].map { |f| f.except(:id) }]
  end

  def test_a_seen_file_is_saved_as_an_unseen_one
    bytes = log_text(peak_newtons: 731)
    unseen = stored(import(lot, bytes))
    other = lot
    preview(other, bytes)

    assert_equal unseen, stored(import(other, bytes))
  end

  def test_another_choice_is_another_reading
    bytes = log_text(peak_newtons: 732).sub("Force [N]", "Force")
    asked = preview(lot, bytes)
    refute asked[:ready]
    preview(made = lot, bytes, columns: [{ index: 1, unit: "N" }])
    pull = import(made, bytes, choices: { columns: [{ index: 1, unit: "kN" }] })

    assert_in_delta 732_000.0, pull.peak_newtons, 8000.0
  end

  def test_what_was_seen_is_given_once
    bytes = log_text(peak_newtons: 733)
    first = Actions::LookAtFile.first(source(bytes), name: "a", choices: choices)

    assert_same first, Actions::LookAtFile.call(source(bytes), name: "a", choices: choices)
    refute_same first, Actions::LookAtFile.call(source(bytes), name: "a", choices: choices)
  end

  def test_another_name_or_another_byte_is_another_file
    bytes = log_text(peak_newtons: 734)
    first = Actions::LookAtFile.first(source(bytes), name: "a", choices: choices)

    refute_same first, Actions::LookAtFile.call(source(bytes), name: "b", choices: choices)
    refute_same first, Actions::LookAtFile.call(source("#{bytes}\n"), name: "a", choices: choices)
  end

  def test_only_the_last_few_are_kept
    files = Array.new(Actions::LookAtFile::MOST_KEPT + 1) { |k| source(log_text(peak_newtons: 740 + k)) }
    seen = files.map { |file| Actions::LookAtFile.first(file, name: "a", choices: choices) }
    again = files.map { |file| Actions::LookAtFile.call(file, name: "a", choices: choices) }

    refute_same seen.first, again.first
    assert_same seen.last, again.last
  end

  def test_a_huge_one_is_not_kept
    huge = source(log_text(peak_newtons: 760))
    huge.define_singleton_method(:size) { MildAnvil::Actions::LookAtFile::MOST_BYTES + 1 }
    seen = Actions::LookAtFile.first(huge, name: "a", choices: choices)

    refute_same seen, Actions::LookAtFile.call(huge, name: "a", choices: choices)
  end

  def test_a_file_with_questions_is_not_kept
    bytes = source(log_text(peak_newtons: 735).sub("Force [N]", "Force"))
    first = Actions::LookAtFile.first(bytes, name: "a", choices: choices)

    assert_nil first.last
    refute_same first, Actions::LookAtFile.call(bytes, name: "a", choices: choices)
  end
end
