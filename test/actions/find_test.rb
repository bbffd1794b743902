# frozen_string_literal: true

require_relative "../support/committed_case"

# The palette: everything that has a name, a number, a code or a remark. An index of words knows what is committed.
class FindTest < CommittedCase
  def found(query) = Actions::FindAnything.call(query: query)

  def made
    @made ||= lot(name: "Tape 25").tap do |one|
      judge(peak(one, "8.1", note: "The bobbin squealed"), "void", reason: "Crossed thread at the third pin")
      judge(peak(one, "8.2", note: "quiet"), "break", failed_part: "specimen")
      Actions::Planning::SpecimenList.add(lot_id: one.id, count: 2, pattern: "QX-{n:2}", person_id: person.id)
    end
  end

  def test_words_in_reasons_and_remarks_lead_to_their_pull
    pull = made.pulls.first
    { "thread third" => "Crossed thread at the third pin", "squeal" => "The bobbin squealed",
      "the" => nil }.each do |query, text|
      rows = found(query)[:remarks]

      assert_equal [[pull.id, made.id, 1]], rows.map { |row| row.values_at(:pull_id, :lot_id, :number) }.uniq, query
      assert_includes rows.map { |row| row[:text] }, text if text
    end
    assert_empty found("thread quiet")[:remarks]
    assert_empty found("zz")[:remarks]
  end

  def test_jobs_people_cells_benches_and_gear_by_their_names
    made
    person.update(name: "Wren Ashdown")
    DATABASE[:benches].insert(uid: "B" * 26, name: "Long bed", kind: "frame", person_id: person.id,
                              created_at: Time.now)
    names = ->(query) { found(query)[:named].map { |row| row.values_at(:kind, :name) } }

    assert_equal [["person", "Wren Ashdown"]], names.call("ashd")
    assert_equal [["bench", "Long bed"]], names.call("long bed")
    assert_equal([["Brindle Works: Loops", made.id]], found("brindle")[:jobs].map do |row|
      row.values_at(:name, :lot_id)
    end)
    assert_empty names.call("long nothing")
  end

  def test_pieces_by_the_beginning_of_a_label
    made

    assert_equal(["QX-03"], found("QX-03")[:pieces].map { |row| row[:label] })
  end

  def test_a_paper_by_its_number_or_the_beginning_of_its_hash
    signed = sign(lot_with_breaks(8.1, 8.4, 7.9, 8.2))
    ["#{signed.lot_id}-1", signed.sha256[0, 10], signed.sha256].each do |query|
      assert_equal ["/lots/#{signed.lot_id}/papers"], found(query)[:papers].map { |row| row[:path] }, query
    end
    ["#{signed.lot_id}-2", "PC-2026-0001", "CH-99", "ffffffffff", "LT-1-1"].each do |query|
      assert_empty found(query)[:papers], query
    end
  end

  def test_files_by_a_word_of_their_name_or_a_part_of_one
    pull = import(made, log_text, name: "prüfung line_7 north.csv")

    ["north", "prüf", "ine_7"].each do |query|
      assert_equal [pull.id], found(query)[:files].map { |row|
        row[:pull_id]
      }, query
    end
  end

  def test_signs_in_a_query_are_no_commands
    made
    ["+\"(*)~<>@", "' OR 1=1 --", "%", "_", "\\", "-thread", "😀", "thread*", "(thread", "a" * 200].each do |query|
      assert_kind_of Hash, found(query), query
    end
    assert_equal 1, found("-thread")[:remarks].size
  end
end
