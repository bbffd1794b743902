# frozen_string_literal: true

require_relative "../support/store_case"
require "csv"
require "pdf-reader"

# Papers say what was frozen, each thing in its own row.
class PapersTest < StoreCase
  LOT = { material: "Webbing", maker: "Line 2", differs_from_use: "New and dry.", specimens_planned: 6,
          claims: [{ text: "7", unit: "kN", measure: "strength", kind: "minimum", source: "leaflet" }],
          requirements: [{ text: "1.5", unit: "kN", measure: "working_load", factor_low: 5.0, factor_high: 7.0 }],
          terms: { design_factor: 5.0, marking_step: { text: "0.05", unit: "kN" }, shared_uncertainty_share: 0.006,
                   shared_uncertainty_source: "certificate 12" } }.freeze

  # Three breaks, one at least, one between, one void, all typed with two decimals.
  def mixed
    @mixed ||= lot(**LOT).tap do |made|
      %w[8.11 8.42 7.93].each { |text| break_at(made, text) }
      judge(peak(made, "8.60"), "at_least", failed_part: "connector", mode: "bent")
      judge(peak(made, "8.05"), "between", failed_part: "specimen", reason: "not seen",
                                           upper: { text: "8.55", unit: "kN" })
      judge(peak(made, "3.20"), "void", reason: "wrong pin")
    end
  end

  def paper(lot, format)
    Actions::ExportStatement.preview(lot_id: lot.id, format: format).content
  end

  # The lines of the PDF as they stand on the paper, spaces closed up.
  def lines(bytes)
    pages = PDF::Reader.new(StringIO.new(bytes)).pages
    pages.flat_map { |page| page.text.lines.map { |line| line.squeeze(" ").strip } }
  end

  def row(lines, name)
    lines.find { |line| line.start_with?(name) } || flunk("no row “#{name}” in #{lines.first(40)}")
  end

  def test_every_figure_stands_in_its_own_row
    rated = computed(mixed).statement
    printed = lines(paper(mixed, "pdf"))
    minimum = rated.dig("minimum", "text")
    limit = rated.dig("working_load_limit", "text")

    refute_equal minimum, limit
    assert_equal "Minimum breaking strength #{minimum} kN", row(printed, "Minimum breaking strength ")
    assert_equal "Working load limit #{limit} kN, rounded down to the marking step", row(printed, "Working load limit ")
    assert_equal "Rated quantity peak", row(printed, "Rated quantity")
    assert_equal "Design factor 5 (chosen for this lot)", row(printed, "Design factor")
    assert_match(/\ACoverage, confidence 95 %.*95 %/, row(printed, "Coverage, confidence"))
    assert_equal "Shared uncertainty 0.6 % of reading. certificate 12", row(printed, "Shared uncertainty")
    assert_equal "Differs from what will be used New and dry.", row(printed, "Differs from what will be used")
  end

  PULLS = [["1 1, body 8.11 break specimen", "read 8.11 kN"], ["2 2, body 8.42 break specimen", "read 8.42 kN"],
           ["3 3, body 7.93 break specimen", "read 7.93 kN"],
           ["4 4, body 8.60 at least connector, bent", "read 8.60 kN"],
           ["5 5, body 8.05 to 8.55 between specimen", "read 8.05 kN"], ["6 6, body 3.20 void", "wrong pin"]].freeze

  def test_every_pull_stands_in_its_own_row
    feature = shown(mixed)[:pulls].first[:feature]
    printed = lines(paper(mixed, "pdf")).map { |line| line.gsub(feature, "body") }
    from = printed.index { |line| line.start_with?("Pulls:") }

    PULLS.each do |start, rest|
      found = printed[from..].find { |line| line.start_with?(start) }

      assert found, "#{start} in #{printed[from..].first(20)}"
      assert_includes found, rest
    end
  end

  def test_claim_margin_and_wish_are_said_in_sentences_below_their_heading
    printed = lines(paper(mixed, "pdf"))
    at = printed.index { |line| line.match?(/\AAgainst the claim of 7(\.00)? kN, leaflet/) }
    state = computed(mixed).statement["verdicts"].first["state"]

    assert at
    below = printed[at..].reject(&:empty?)
    assert_equal MildAnvil::Documents::StatementWords::STATES.fetch(state), below[1]
    factor = computed(mixed).statement["margins"].filter_map { |margin| margin["realised_factor_text"] }.first
    assert_includes below.join(" "), "Factor realised over the wanted working load of 1.5 kN: #{factor}"
  end

  def test_every_verdict_is_printed
    { "5" => "Meets the claim.", "20" => "Fails the claim.", "7.9" => "Cannot be told yet." }.each do |text, words|
      made = lot_with_breaks(8.11, 8.42, 7.93, 8.2, claims: [claim(text)],
                                                    terms: { shared_uncertainty_share: 0.001,
                                                             shared_uncertainty_source: "weighed" })

      assert_includes lines(paper(made, "pdf")), words, text
    end
    made = lot_with_breaks(8.11, 8.42, 7.93, claims: [claim("1", measure: "working_load")])
    assert_includes lines(paper(made, "pdf")), "Not comparable."
  end

  def test_a_preview_says_that_it_is_none_and_a_signed_paper_who_signed_it
    made = lot_with_breaks(8.11, 8.42, 7.93)
    preview = lines(paper(made, "pdf"))

    assert_includes preview.join(" "), "PREVIEW. Not signed"
    signed = sign(made)
    printed = lines(Actions::ExportStatement.signed(statement_id: signed.id, format: "pdf").content)
    day = Time.now.utc.strftime("%Y-%m-%d")
    assert_includes printed.join(" "), "Number 1, rated and signed by #{person.name}, #{day}"
    refute_includes printed.join(" "), "PREVIEW"
    assert_includes printed.join(" "), "sha256 #{signed.sha256[0, 16]}"
  end

  def csv(lot)
    text = paper(lot, "csv")
    named = text.lines.take_while { |line| line.start_with?("#") }.to_h { |line| CSV.parse_line(line) }
    [named, CSV.parse(text.lines.drop_while { |line| line.start_with?("#") }.join, headers: true)]
  end

  def test_every_value_of_the_csv_has_its_name
    rated = computed(mixed).statement
    named, = csv(mixed)

    assert_equal "#{rated.dig('minimum', 'text')} kN", named["# minimum"]
    assert_equal rated.dig("minimum", "value_si").to_s, named["# minimum_si"]
    assert_equal "#{rated.dig('working_load_limit', 'text')} kN", named["# working_load_limit"]
    assert_equal ["5", "peak", "force", rated["chosen"], "preview, not signed"],
                 named.values_at("# design_factor", "# rated_quantity", "# measurand", "# school", "# statement")
    assert_equal rated["verdicts"].first["state"], named["# verdicts"]
  end

  ROWS = [%w[1 counted break 8.11 8110.0], %w[2 counted break 8.42 8420.0], %w[3 counted break 7.93 7930.0],
          %w[4 counted at_least 8.60 8600.0], %w[5 counted between 8.05 8050.0], %w[6 void void 3.20 3200.0]].freeze

  def test_every_pull_of_the_csv_has_its_row
    _, table = csv(mixed)
    found = table.map { |line| line.values_at("pull", "state", "counts_as", "value", "value_si") }

    assert_equal ROWS, found
    assert_equal [nil, nil, nil, nil, "8550.0", nil], table["upper_si"]
    assert_equal ["10.0"] * 6, table["resolution_si"]
    assert_equal "wrong pin", table[5]["reason"]
    assert_equal %w[connector bent], table[3].values_at("failed_part", "mode")
  end

  def test_the_csv_of_a_paper_is_read_back_by_the_command_line
    units = MildAnvil::Catalogue.units
    breaks = MildAnvil::Cli::BreaksFile.read(paper(mixed, "csv"), name: "paper.csv", units: units)
    counted = breaks.observations.reject { |o| o.counts_as == :void }

    assert_equal([8110, 8420, 7930, 8600, 8050], counted.map { |o| o.value_si.round })
    assert_equal(%i[break break break at_least between], counted.map(&:counts_as))
  end

  def test_a_name_is_no_formula_in_a_spreadsheet
    made = lot_with_breaks(8.11, 8.42, 7.93, name: "=1+1")
    named, = csv(made)

    assert_equal "'=1+1", named["# lot"]
  end

  def test_preloaded_pieces_stand_on_the_paper_either_way
    made = lot(name: "Pairs")
    3.times { |i| break_at(made, (8.1 + (i * 0.1)).round(1).to_s, specimen_number: i + 1, feature_name: "end A") }
    2.times { |i| break_at(made, (7.9 + (i * 0.1)).round(1).to_s, specimen_number: i + 1, feature_name: "end B") }
    printed = lines(paper(made, "pdf")).join(" ")

    assert_includes printed, computed(made).statement.dig("preloaded", "in_words").split.first(4).join(" ")
    assert_match(/preloaded 8\.1 kN/, printed)
  end

  def test_many_pulls_fill_pages_that_are_numbered
    made = lot_with_breaks(*Array.new(45) { |i| (8.0 + (i * 0.01)).round(2) })
    reader = PDF::Reader.new(StringIO.new(paper(made, "pdf")))

    assert_operator reader.page_count, :>, 1
    assert_includes reader.pages.last.text.squeeze(" "), "page #{reader.page_count} of #{reader.page_count}"
  end
end
