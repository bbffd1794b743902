# frozen_string_literal: true

require_relative "../test_helper"
require "csv"
require "pdf-reader"

# Papers drawn from a given statement: they compute nothing, so these are made by hand.
class PapersTest < CoreCase
  UNITS = MildAnvil::Catalogue.units

  def statement(sample, **given) = JSON.parse(JSON.generate(Rating::ComputeRating.call(sample, terms(**given)).to_h))

  def inputs(*rows)
    pulls = rows.each_with_index.map do |(counts, force, upper), i|
      { "id" => i + 1, "number" => i + 1, "specimen" => i + 1, "feature" => "end A", "origin" => "typed",
        "typed_text" => (force / 1000.0).to_s, "typed_unit" => "kN", "counts_as" => counts,
        "value_si" => force.to_f, "upper_si" => upper, "resolution_si" => 100.0, "failed_part" => "specimen",
        "zone" => "splice", "mode" => "torn", "reason" => counts == "void" ? "wrong pin" : "" }
    end
    lot = { "name" => "Loop σ ≥ 5", "customer" => "Brindle Works", "job" => "Loops", "material" => "Webbing",
            "maker" => "", "differs_from_use" => "New and dry.", "direction" => "tension",
            "configuration" => "straight", "item_condition" => "new", "setup_class" => "in-house",
            "shared_uncertainty_source" => nil }
    { "lot" => lot, "terms" => { "shared_uncertainty_share" => 0.006 }, "pulls" => pulls }
  end

  def words(bytes) = PDF::Reader.new(StringIO.new(bytes)).pages.map(&:text).join(" ").gsub(/\s+/, " ")

  def pdf(inputs, statement, rating: nil, curves: {})
    words(MildAnvil::Documents::RatingPdf.render(inputs: inputs, statement: statement, rating: rating, curves: curves,
                                                 units: UNITS))
  end

  MIXED = [["break", 23_400], ["break", 24_100], ["break", 23_000], ["at_least", 25_200], ["at_most", 24_000],
           ["between", 22_000, 23_000.0], ["void", 9000]].freeze

  def mixed_sample
    sample_of(23.4, 24.1, 23.0, [:at_least, 25.2], [:at_most, 24.0], [:between, 22.0, 23.0], [:void, 9.0])
  end

  def test_every_way_to_count_is_printed_with_its_reason
    text = pdf(inputs(*MIXED), statement(mixed_sample, claims: [claim(20.0)]))

    ["at least", "at most", "between", "22.0 to 23.0", "wrong pin", "refused", "DRAFT", "Fitted, log-normal",
     "0.6 % of reading"].each do |word|
      assert_includes text, word
    end
  end

  def test_every_verdict_is_printed
    states = { 15.0 => "Meets the claim", 30.0 => "Fails the claim", 22.0 => "Cannot be told yet" }
    full = sample_of(23.4, 24.1, 23.0, 24.6, 23.7, 22.8)
    states.each do |force, word|
      assert_includes pdf(inputs(["break", 23_400]), statement(full, claims: [claim(force)])), word
    end
    assert_includes pdf(inputs(["break", 23_400]), statement(full, claims: [claim(4.0)].dup.tap { |c|
      c.measure = :working_load
    })), "Not comparable"
  end

  def test_a_signed_paper_names_number_signer_and_day
    text = pdf(inputs(*MIXED), statement(mixed_sample),
               rating: { number: 4, person: "Isolde Farrow", signed_at: "2026-11-24T10:00:00Z" })

    assert_includes text, "Number 4, signed by Isolde Farrow, 2026-11-24"
    refute_includes text, "DRAFT"
  end

  def test_many_pulls_and_curves_fill_pages
    rows = Array.new(40) { |i| ["break", 20_000 + (i * 50)] }
    curves = (1..40).to_h { |id| [id, Array.new(50) { |i| [i * 0.1, i * 400.0] }] }
    bytes = MildAnvil::Documents::RatingPdf.render(inputs: inputs(*rows),
                                                   statement: statement(sample_of(*rows.map do |_, f|
                                                     f / 1000.0
                                                   end)), rating: nil, curves: curves, units: UNITS)
    reader = PDF::Reader.new(StringIO.new(bytes))

    assert_operator reader.page_count, :>, 2
    assert_includes reader.pages.last.text, "page #{reader.page_count} of #{reader.page_count}"
  end

  def test_the_csv_reads_back
    text = MildAnvil::Documents::RatingCsv.render(inputs: inputs(*MIXED), statement: statement(mixed_sample),
                                                  rating: nil, units: UNITS)
    table = CSV.parse(text.lines.grep_v(/^#/).join, headers: true)

    assert_equal(MIXED.map(&:first), table.map { |row| row["counts_as"] })
    assert_equal "23.4", table[0]["force"]
    assert_in_delta 23_000.0, table[5]["upper_si"].to_f
  end

  def test_the_csv_of_a_paper_rates_to_the_same_minimum_on_the_command_line
    full = [23.4, 24.1, 23.0, 24.6, 23.7, 22.8]
    text = MildAnvil::Documents::RatingCsv.render(inputs: inputs(*full.map do |f|
      ["break", f * 1000]
    end), statement: statement(sample_of(*full)), rating: nil, units: UNITS)
    breaks = MildAnvil::Cli::BreaksFile.read(text, name: "paper.csv", units: UNITS)

    assert_equal(full.map { |f| (f * 1000).round }, breaks.observations.map { |o| o.value_si.round })
  end
end
