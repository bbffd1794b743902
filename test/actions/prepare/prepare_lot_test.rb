# frozen_string_literal: true

require_relative "../../support/store_case"
require "tempfile"

# Dimensions, steps, photos and codes of a lot's pieces.
class PrepareLotTest < StoreCase
  Prepare = Actions::Prepare
  HOUR = 3600
  # A JPEG of one point; a phone's place in it is added by the test that needs it.
  JPEG = ["/9j/4AAQSkZJRgABAQEASABIAAD/2wBDAP", "/" * 86, "wAALCAABAAEBAREA/8QAFAABAAAAAAAAAAAAAAAAAAAAA",
          "//EABQQAQAAAAAAAAAAAAAAAAAAAAD/2gAIAQEAAD8AN//Z"].join

  def pieces(lot, count = 6)
    Actions::Planning::SpecimenList.add(lot_id: lot.id, count: count, pattern: "AB-{n:2}", person_id: person.id)
  end

  def page(lot) = Prepare::ShowPrepare.call(lot_id: lot.id)
  def piece(lot, number = 1) = page(lot)[:pieces].find { |row| row[:number] == number }

  def draw(lot, *rows, **rest)
    Prepare::Sizes.draw(lot_id: lot.id, rows: rows, person_id: person.id, **rest)
  end

  def measure(lot, specimen, name, *texts, unit: "mm", **rest)
    Prepare::Sizes.measure(lot_id: lot.id, specimen_id: specimen.id, name: name, texts: texts, unit: unit,
                           person_id: person.id, **rest)
  end

  WIDTH = { name: "width", role: "width", unit: "mm", nominal: "20", plus: "0.2", minus: "0.1" }.freeze
  THICK = { name: "thickness", role: "thickness", unit: "mm" }.freeze

  def test_readings_give_mean_smallest_and_a_flag_against_the_drawing
    made = lot
    first, second = pieces(made)
    draw(made, WIDTH, THICK)
    measure(made, first, "width", "20.1", "19.96")
    measure(made, second, "width", "19.85")
    width = piece(made)[:sizes].first

    assert_equal ["20.03", "19.96", 2, false], width.values_at(:mean, :smallest, :count, :outside)
    assert piece(made, 2)[:sizes].first[:outside]
    assert_equal "20 +0.2 −0.1 mm", page(made)[:drawing].first[:said]
    assert_equal({ line: "1 out of tolerance", state: "warn" }, shown(made)[:prepare])
  end

  def test_before_and_after_conditioning_and_what_it_shrank
    made = lot
    first, = pieces(made)
    draw(made, { name: "length", role: "length", unit: "mm" })
    measure(made, first, "length", "100.0")
    measure(made, first, "length", "98.0", stage: "conditioned")

    assert_equal ["98.0", 2.0, "conditioned"], piece(made)[:sizes].first.values_at(:mean, :shrinkage_percent, :stage)
  end

  def test_a_reading_in_another_unit_is_told_and_one_in_inches_is_read_as_such
    made = lot
    first, second = pieces(made)
    draw(made, WIDTH)
    error = assert_raises(MildAnvil::InvalidInput) { measure(made, first, "width", "20.0", "0.79") }
    assert_match(/typed in another unit/, error.message)
    measure(made, second, "width", "0.788", unit: "in")
    # One by one, as a caliper sends them: against the drawing, and against what was read before.
    assert_match(/another unit/, assert_raises(MildAnvil::InvalidInput) do
      measure(made, first, "width", "0.79")
    end.message)
    assert_raises(MildAnvil::InvalidInput) { measure(made, second, "width", "5000000") }
    zero = assert_raises(MildAnvil::InvalidInput) { measure(made, first, "width", "0") }
    assert_equal "a dimension lies above 0", zero.message

    assert_equal "20.02", piece(made, 2)[:sizes].first[:mean]
    [["width", "x"], ["width", "-1"], ["width", "0"], ["depth", "1"]].each do |name, text|
      assert_raises(MildAnvil::Error) { measure(made, first, name, text) }
    end
    assert_raises(MildAnvil::InvalidInput) { measure(made, first, "width", "1", unit: "kN") }
  end

  def test_what_was_measured_cannot_be_drawn_away_and_a_reading_is_taken_back
    made = lot
    first, = pieces(made)
    draw(made, WIDTH, THICK)
    measure(made, first, "width", "20.0")
    assert_raises(MildAnvil::InvalidInput) { draw(made, THICK) }
    assert_raises(MildAnvil::InvalidInput) { draw(made, WIDTH, WIDTH) }
    Prepare::Sizes.withdraw(id: piece(made)[:sizes].first[:readings].first[:id], person_id: person.id)
    draw(made, THICK)

    assert_equal(["thickness"], page(made)[:drawing].map { |row| row[:name] })
  end

  # 20 x 5 mm: 8.1 kN on 100 mm² are 81 MPa and 405 N/mm.
  def test_what_follows_once_it_was_pulled
    made = lot
    first, = pieces(made)
    draw(made, WIDTH, THICK)
    measure(made, first, "width", "20.0")
    measure(made, first, "thickness", "5.0")
    break_at(made, "8.10", specimen_number: 1)
    derived = piece(made)[:derived].to_h { |row| row.values_at(:name, :text) }

    assert_equal ["100 mm²", "81 MPa", "405 N/mm"], derived.values_at("Area, smallest", "Stress", "Force per width")
  end

  CURE = { kind: "conditioning", name: "Cure", hours: 24.0,
           values: [{ name: "substrate strength", text: "32", unit: "MPa" }, { name: "blank", text: " " }] }.freeze

  def add(lot, specimens, *steps)
    Prepare::Steps.add(lot_id: lot.id, specimen_ids: specimens.map(&:id), steps: steps, person_id: person.id)
  end

  def change(lot, name, **values)
    ids = page(lot)[:pieces].flat_map { |p| p[:steps] }.select { |s| s[:name] == name }.map { |s| s[:id] }
    Prepare::Steps.change(lot_id: lot.id, ids: ids, values: values, person_id: person.id)
  end

  def test_a_break_in_another_substrate_is_carried_over_by_its_mode
    made = lot(item_type: "concrete_anchor")
    first, = pieces(made)
    draw(made, reference_substrate: { text: "25", unit: "MPa" })
    add(made, [first], CURE)
    pull = peak(made, "20.0", specimen_number: 1)
    judge(pull, "break", failed_part: "specimen", mode: "cone")

    assert_equal "17.7 kN (cone, tested in 32 MPa)", piece(made)[:derived].find { |r| r[:name] == "At 25 MPa" }[:text]
    judge(pull, "break", failed_part: "specimen", mode: "sudden")
    assert_match(/not carried over/, piece(made)[:derived].find { |r| r[:name] == "At 25 MPa" }[:text])
  end

  def test_the_same_steps_for_many_in_order_and_a_piece_is_prepared_when_all_are_done
    made = lot
    six = pieces(made)
    add(made, six, { kind: "installation", name: "Set" }, CURE)
    assert_equal([["Set", 1], ["Cure", 2]], piece(made, 6)[:steps].map { |s| s.values_at(:name, :position) })
    assert_equal(["substrate strength"], piece(made)[:steps].last[:values].map { |v| v["name"] || v[:name] })
    assert_equal "0 of 6 ready", page(made)[:line][:line]

    change(made, "Set", done: true)
    change(made, "Cure", starts_at: Time.now - (25 * HOUR))
    assert piece(made)[:ready]
    assert_equal(%w[prepared] * 6, page(made)[:pieces].map { |p| p[:state] })
    assert_equal({ line: "6 of 6 ready", state: "full" }, page(made)[:line])
    change(made, "Set", done: false)
    assert_equal "here", piece(made)[:state]
  end

  def test_what_is_ready_when_and_what_was_begun_too_early
    made = lot
    first, = pieces(made)
    add(made, [first], { kind: "installation", name: "Set" }, CURE)
    start = Time.now.floor
    change(made, "Cure", starts_at: start)

    assert_equal ["Cure was begun before Set, which is not done"], piece(made)[:complaints]
    assert_nil piece(made)[:ready_at]
    change(made, "Set", done: true)
    assert_in_delta start + (24 * HOUR), piece(made)[:ready_at], 1
  end

  def test_an_oven_holds_only_so_many
    made = lot
    six = pieces(made)
    add(made, six, CURE.merge(name: "Oven 7", capacity: 4))
    error = assert_raises(MildAnvil::InvalidInput) { change(made, "Oven 7", starts_at: Time.now) }
    assert_equal "Oven 7 holds 4; 6 would be in it at once", error.message
  end

  def test_a_step_ends_after_it_began_and_is_taken_back_with_a_reason
    made = lot
    first, = pieces(made)
    add(made, [first], CURE)
    assert_raises(MildAnvil::InvalidInput) { change(made, "Cure", starts_at: Time.now, done: true, done_at: Time.now - HOUR) }
    ids = [piece(made)[:steps].first[:id]]
    assert_raises(MildAnvil::InvalidInput) { Prepare::Steps.withdraw(lot_id: made.id, ids: ids, reason: "", person_id: person.id) }
    Prepare::Steps.withdraw(lot_id: made.id, ids: ids, reason: "wrong piece", person_id: person.id)
    assert_empty piece(made)[:steps]
    assert_raises(MildAnvil::InvalidInput) { add(made, [], CURE) }
  end

  def test_templates_for_the_item_come_first_and_the_shop_keeps_its_own
    made = lot(item_type: "ground_anchor")
    first, = pieces(made)
    assert_includes page(made)[:templates].first[:item_types], "ground_anchor"
    add(made, [first], CURE)
    Prepare::StepTemplates.keep(lot_id: made.id, specimen_id: first.id, name: "Ours", source: "the shop",
                                person_id: person.id)
    own = page(made)[:templates].find { |row| row[:name] == "Ours" }

    assert_equal ["Cure", 24.0], own[:steps].first.values_at(:name, :hours)
  end

  def file(bytes, name)
    path = Tempfile.create(["a", File.extname(name)], &:path)
    File.binwrite(path, bytes)
    path
  end

  def attach(bytes, name, **target)
    Prepare::Attach.add(name: name, file: File.open(file(bytes, name)), target: target, person_id: person.id)
  end

  def test_a_photo_is_kept_without_the_place_where_it_was_taken
    made = lot
    first, = pieces(made)
    path = file(JPEG.unpack1("m"), "one.jpg")
    system("exiftool", "-q", "-overwrite_original", "-GPSLatitude=51.5", "-GPSLatitudeRef=N", "-Make=Phone", path,
           exception: true)
    Prepare::Attach.add(name: "one.jpg", file: File.open(path), target: { specimen_id: first.id }, person_id: person.id)
    shown = piece(made)[:files].first
    kept = Models::Attachment[shown[:attachment_id]]

    assert_includes(File.binread(path), "GPS".b.then { "Phone" })
    refute_includes exif(kept.content), "GPSLatitude"
    refute_includes exif(kept.content), "Make"
    assert_equal [1, 1, true, true], shown.values_at(:width, :height, :picture, :original)
    assert_equal OpenSSL::Digest::SHA256.hexdigest(kept.content), shown[:sha256]
    refute_equal kept.sha256, kept.original_sha256
    original_for_a_reviewer(kept, File.binread(path))
  end

  # As it came, with everything in it: apart, by name, and told.
  def original_for_a_reviewer(kept, bytes)
    name, original = Prepare::Originals.read(kept.id, person_id: reviewer.id)

    assert_equal ["one.jpg", bytes], [name, original.b]
    told = DATABASE[:events].where(action: "hand_out_original").first
    assert_equal [reviewer.id, true], [told[:person_id], told[:after].include?(kept.original_sha256)]
    assert_raises(MildAnvil::NotFound) { Prepare::Originals.read(999_999, person_id: reviewer.id) }
  end

  def exif(bytes) = Open3.capture2("exiftool", "-s", "-", stdin_data: bytes, binmode: true).first

  def test_what_is_no_picture_no_paper_or_too_large_is_refused_in_words
    made = lot
    whole = JPEG.unpack1("m")
    { /no picture, though/ => ["I am no picture", "x.jpg"], /no whole picture/ => [whole[0...-20], "x.jpg"],
      /text.html/ => ["<html><script>1</script></html>", "x.html"], /empty/ => ["", "x.jpg"],
      /has 13 MB/ => ["a" * 13_000_000, "x.txt"] }.each do |pattern, (bytes, name)|
      error = assert_raises(MildAnvil::InvalidInput, pattern.source) { attach(bytes, name, lot_id: made.id) }
      assert_match pattern, error.message
    end
    assert_raises(MildAnvil::InvalidInput) { attach(whole, "x.jpg") }
    assert_raises(MildAnvil::NotFound) { attach(whole, "x.jpg", pull_id: 999_999_999) }
  end

  def test_a_file_taken_off_is_no_longer_shown_and_harmed_bytes_are_not_given_out
    made = lot
    link = attach("a note\n", "n.txt", lot_id: made.id)
    assert_equal(["n.txt"], page(made)[:files].map { |f| f[:name] })
    Models::Attachment.where(id: link.attachment_id).update(content: Sequel.blob("harmed"))
    assert_raises(MildAnvil::Tampered) { Prepare::Attach.read(link.attachment_id) }
    Prepare::Attach.withdraw(id: link.id, person_id: person.id)
    assert_empty page(made)[:files]
  end

  def test_a_code_or_a_label_opens_the_piece
    made = lot
    _, second = pieces(made)
    code = "#{made.id}-2"
    expected = { lot_id: made.id, number: 2, id: second.id }

    [code, "http://bench.local:4870/piece/#{code}", " #{code} "].each { |text| assert_equal expected, Prepare::SpecimenCode.open(text) }
    assert_equal made.id, Actions::FindAnything.call(query: code)[:pieces].first[:lot_id]
    assert_includes Actions::FindAnything.call(query: "AB-02")[:pieces].map { |p| p[:lot_id] }, made.id
    ["", "9-9-9", "0-0", "x' OR 1=1"].each { |text| assert_raises(MildAnvil::NotFound, text) { Prepare::SpecimenCode.open(text) } }
  end
end
