# frozen_string_literal: true

require_relative "../test_helper"

# What the core says, in the languages of the papers: every sentence of the statements that were kept is known, figures
# and names come through, and what is not known stays whole and is told.
class PaperSentencesTest < CoreCase
  Sentences = MildAnvil::Documents::PaperSentences
  Words = MildAnvil::Documents::PaperWords
  OTHERS = (Words::LANGUAGES.keys - ["en"]).freeze

  def say(text, language = "de") = Words.new(language).said(text)

  def test_every_pattern_has_every_language_and_the_same_places
    refute_empty Sentences.table
    Sentences.table.each do |english, row|
      assert_equal OTHERS.sort, row.keys.sort, english
      row.each_value { |text| assert_equal english.scan(Sentences::PLACE).sort, text.scan(Sentences::PLACE).sort, english }
    end
  end

  # As it would be read out of the frozen text.
  def sentences(statement)
    schools = statement["schools"].map { |s| s["refusal"] || "#{s['in_words']}. #{s['assumption']}" }
    verdicts = statement["verdicts"].map { |v| v.values_at("reason", "wrong").compact.join(" ") }
    beside = [statement.dig("keeps", "words"), statement["stretch"], *statement["ways_out"],
              *statement.dig("unseen", "weak").to_a.map { |row| row["text"] },
              *statement.dig("unseen", "proofs").to_a.map { |row| row["words"] }]
    [*schools, *verdicts, *beside, *statement["remarks"], statement["recommended_reason"],
     statement.dig("relative", "in_words"), statement["limit_refusal"], statement.dig("preloaded", "in_words")].compact
  end

  def test_every_sentence_of_the_kept_statements_is_known
    files = Dir[File.join(FIXTURES, "kept/rating_*.json")]
    said = files.flat_map { |file| sentences(JSON.parse(File.read(file))) }.uniq

    assert_operator said.size, :>, 100
    OTHERS.each { |language| assert_empty said.reject { |text| say(text, language).whole }, language }
  end

  # One of every kind that the tests of the long tests and of plans ever saw.
  def kept = %w[long plan].flat_map { |name| JSON.parse(File.read(File.join(FIXTURES, "kept/#{name}_sentences.json"))) }

  def test_every_sentence_of_the_long_tests_and_plans_is_known
    assert_operator kept.size, :>, 150
    OTHERS.each { |language| assert_empty kept.reject { |text| say(text, language).whole }, language }
  end

  def test_numbers_in_words_have_their_own_marks
    assert_equal "Bei 2,4 kN hält die Hälfte 1\u00a0440\u00a0000 Zyklen aus (95 % zwischen 1\u00a0020\u00a0000 und " \
                 "2\u00a0030\u00a0000); 95 von 100 halten mit 95 % mehr als 717\u00a0000 aus.",
                 say("At 2.4 kN half of them stand 1,440,000 cycles (95 % between 1,020,000 and 2,030,000); 95 of " \
                     "100 stand more than 717,000 with 95 %.").text
    assert_equal "2,4 kN: ≥ 2\u00a0000\u00a0000; 1\u00a0310\u00a0000", say("2.4 kN: ≥ 2,000,000, 1,310,000").text
  end

  def test_every_name_of_the_long_tests_has_its_words
    names = MildAnvil::Core::LongTest::Kinds.all.flat_map do |kind|
      [kind.title, kind.caution, *kind.channels.map(&:name), *kind.terms.map(&:name), *kind.station_terms.map(&:name)]
    end

    assert_empty names.uniq - Words.table.keys
  end

  # Every figure that stood in the English one stands in the other, once, with its own mark.
  def test_no_figure_is_lost_or_changed
    said = Dir[File.join(FIXTURES, "kept/rating_*.json")].flat_map { |file| sentences(JSON.parse(File.read(file))) }
    (said + kept).uniq.each do |text|
      figures = ->(words) { words.gsub(/[,.\u00a0](?=\d)/, "").scan(/\d+/).sort }

      OTHERS.each { |language| assert_equal figures.call(text), figures.call(say(text, language).text), text }
    end
  end

  def test_every_assumption_and_every_reason_for_a_shape_is_known
    said = MildAnvil::Core::Rating::Schools.all.map { |school| school::ASSUMPTION } +
           MildAnvil::Catalogue.populations.map { |row| "#{row[:reason].sub(/\A./, &:upcase)}." } +
           MildAnvil::Catalogue.design_factors.map { |row| "#{row[:use]}: #{row[:source]}" } +
           MildAnvil::Actions::Benching::Readiness::CHECKLIST.values

    OTHERS.each { |language| assert_empty said.uniq.reject { |text| say(text, language).whole }, language }
  end

  # Every step of every shipped procedure, as it stands on a proof.
  def test_every_step_of_a_procedure_is_known
    unit = MildAnvil::Catalogue.unit!("kN")
    said = MildAnvil::Catalogue.procedures.flat_map do |row|
      loads = Hash.new(5000.0).merge("proof" => 5000.0, "working_load" => 2500.0)
      MildAnvil::Core::Pull::Procedure.new(row, loads: loads).steps.flat_map do |step|
        wording = MildAnvil::Core::Plan::Wording.new(unit)
        MildAnvil::Actions::Benching::Procedures.words(step, wording, unit).values_at(:title, :detail)
      end
    end

    assert_operator said.uniq.size, :>, 30
    OTHERS.each { |language| assert_empty said.uniq.reject { |text| say(text, language).whole }, language }
  end

  # Named and not named, thrown, burst, contained; and a piece that is not as it has to be.
  def test_every_stand_off_and_every_word_of_a_piece_is_known
    wording = MildAnvil::Core::Plan::Wording.new(MildAnvil::Catalogue.units.find("kN"))
    away = [{ joules: 500.0 }, { joules: 5.0e6, flying_kilograms: 20.0 }, { joules: 50.0, flying_kilograms: 0.5 },
            { joules: 2.0e7, gas_pascals: 1.0e6 }, { joules: 1.95e6, gas_pascals: 1.0e6 },
            { joules: 500.0, guard_joules: 600.0 }].map { |given| MildAnvil::Core::Plan::StandOff.new(**given) }
    said = away.flat_map { |one| [one.sentence(wording), *one.working(wording)] } +
           ["HB-05 is not ready: it has none of the steps that others of its lot have.",
            "HB-05 is not ready: “soak” was not begun.", "HB-05 is not ready: “soak” lasts until 10:38.",
            "HB-05 is out of tolerance: Width 26.1 mm, drawn 25 +0.5 −0.5 mm.",
            "held 60 s, counted anew after 50 s without a reading"]
    OTHERS.each { |language| assert_empty said.uniq.reject { |text| say(text, language).whole }, language }
  end

  def test_every_part_place_and_way_of_failing_has_its_words
    words = MildAnvil::Core::Plan::RequestWords
    zones = MildAnvil::Catalogue.item_types.flat_map { |row| row[:zones].map { |_, name, *| name.downcase } }

    assert_empty (words::FAILED_PARTS + words::MODES + zones) - Words.table.keys
  end

  def test_a_place_is_called_as_on_its_item_and_not_by_its_key
    assert_equal "end link", Words.new("en").zone("chain", "end_link")
    assert_equal "Endglied", Words.new("de").zone("chain", "end_link")
    assert_equal "left ear", Words.new("de").zone("a type of the shop", "left_ear")
    assert_nil Words.new("de").zone("chain", nil)
  end

  def test_names_and_what_was_typed_stay_as_they_are
    said = say("The chosen school, Distribution-free, refuses: needs 59 breaks for 95 % with 95 % confidence, has 6.")
    claims = say("Two claims differ: 4 kN (Leaflet 2.5 of the maker), and 3.8 kN (source not stated).")

    assert_equal "Das gewählte Verfahren, Verteilungsfrei, lehnt ab: braucht 59 Brüche für 95 % mit 95 % Vertrauen, " \
                 "hat 6.", said.text
    assert_equal "Zwei Angaben weichen voneinander ab: 4 kN (Leaflet 2.5 of the maker), und 3,8 kN (Quelle nicht " \
                 "angegeben).", claims.text
    assert claims.whole
  end

  def test_no_pattern_reaches_over_the_end_of_a_sentence
    text = "It may be used from 0.5 kN to 10 kN, the highest point checked. Within your 1 % of reading: worst at " \
           "0.5 kN, +0.002 kN of 0.005 kN allowed. Within class 1 from 0.5 kN; class 0.5 fails on repeatability at " \
           "0.5 kN (0.6 %, allowed 0.5 %). Zero came back."

    assert_equal "Er darf von 0,5 kN bis 10 kN, dem höchsten geprüften Punkt, verwendet werden. Innerhalb Ihrer " \
                 "Toleranz (1 % des Messwerts): am weitesten ab bei 0,5 kN, +0,002 kN von 0,005 kN erlaubten. " \
                 "Innerhalb von Klasse 1 ab 0,5 kN; Klasse 0,5 verfehlt durch die Wiederholbarkeit bei 0,5 kN " \
                 "(0,6 %, erlaubt 0,5 %). Die Null kam zurück.", say(text).text
    assert_includes say("For a class there are fewer than 3 series; the masses are known to 0.2 % only.", "fr").text,
                    "moins de 3 séries ; les masses"
  end

  def test_what_is_not_known_stays_whole_and_is_told
    known = "Zero came back."
    unknown = "Nobody ever said 4.5 kN so."

    refute say(unknown).whole
    assert_equal "Nobody: said so.", say("Nobody: said so.").text, "not by halves"
    assert_equal "#{unknown} Die Null kam zurück.", say("#{unknown} #{known}").text
    refute say("#{unknown} #{known}").whole
    assert_equal unknown, say(unknown, "en").text
    assert_equal ["", true], say(nil).to_a
  end

  # Long words with many ways to be cut do not keep a paper waiting.
  def test_it_takes_no_longer_for_hostile_words
    text = "Within #{'class 1 from 2 kN, ' * 400}, and; below, #{'(' * 300}"
    started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    say(text)

    assert_operator Process.clock_gettime(Process::CLOCK_MONOTONIC) - started, :<, 5
  end
end
