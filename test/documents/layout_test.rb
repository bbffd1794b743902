# frozen_string_literal: true

require_relative "../support/kept"
require "pdf-reader"

# Where everything stands on a paper: each line, shape and word with its place, so that nothing moves unseen.
class LayoutTest < CoreCase
  include Kept

  # What is drawn, in the order in which it is drawn; places in points.
  class Drawn
    SHAPES = %i[begin_new_subpath append_line append_rectangle set_line_width set_rgb_color_for_stroking
                set_rgb_color_for_nonstroking concatenate_matrix set_color_for_stroking_and_special
                set_color_for_nonstroking_and_special stroke_path fill_path_with_nonzero
                close_and_stroke_path].freeze
    attr_reader :strokes

    def initialize = @strokes = []

    SHAPES.each { |name| define_method(name) { |*args| @strokes << [name, *args.map { |a| place(a) }].join(" ") } }

    def place(value) = value.is_a?(Numeric) ? value.round(1) : value
  end

  def self.judged(number, kind, value, **more)
    { "id" => number, "number" => number, "specimen" => number, "feature" => "end A", "state" => "counted",
      "state_reason" => nil, "origin" => "typed", "preloaded" => false,
      "measurement" => { "value_si" => value, "text" => format("%.2f", value / 1000), "unit" => "kN",
                         "resolution_si" => 10.0, "source" => "typed" },
      "judgement" => { "counts_as" => kind, "value_si" => value, "failed_part" => "specimen", "zone" => "body",
                       "mode" => "torn", "reason" => "",
                       "measurement" => { "resolution_si" => 10.0, "source" => "typed" } } }.merge(more)
  end

  OVERRULED = { "source" => "override", "resolution_si" => 10.0, "override" => { "reason" => "spike" } }.freeze
  PULLS = [
    judged(1, "break", 8110.0, "file" => "pull-1.csv", "file_sha256" => "0123456789abcdef"),
    judged(2, "break", 8420.0, "preloaded" => true, "preload_si" => 5000.0, "preload_source" => "proof"),
    judged(3, "break", 7930.0), judged(4, "at_least", 8600.0), judged(5, "at_most", 8200.0),
    judged(6, "void", 3200.0, "state" => "void", "state_reason" => "wrong pin"),
    judged(7, "break", 8000.0, "state" => "superseded"),
    judged(8, nil, 8300.0, "state" => "unjudged", "judgement" => nil),
    judged(9, "between", 8050.0).then do |row|
      row.merge("judgement" => row["judgement"].merge("upper_si" => 8550.0, "stated_text" => "8.55",
                                                      "measurement" => OVERRULED))
    end
  ].freeze

  LOT = { "name" => "Tape 25", "customer" => "Fernhollow", "job" => "Rating of tape", "material" => "Webbing",
          "maker" => "Line 2", "differs_from_use" => "New and dry.", "direction" => "axial",
          "configuration" => "straight", "item_condition" => "new", "setup_class" => "bench", "specimens_planned" => 12,
          "levels" => { "stitch" => "box" } }.freeze
  TERMS = { "unit" => "kN", "measurand" => "force", "rated_quantity" => "peak", "coverage" => 0.95,
            "confidence" => 0.95, "factor" => 5.0, "factor_source" => "chosen for this lot", "marking_unit" => "kN",
            "resolution_si" => 10.0, "shared_uncertainty_share" => 0.006,
            "shared_uncertainty_source" => "certificate 12" }.freeze
  DEMANDS = { "claims" => [{ "value_si" => 7000.0, "measure" => "strength", "kind" => "minimum", "source" => "leaflet",
                             "text" => "7", "unit" => "kN" },
                           { "value_si" => 8900.0, "measure" => "strength", "kind" => "minimum", "text" => "8.9",
                             "unit" => "kN" }],
              "requirements" => [{ "value_si" => 1500.0, "measure" => "working_load", "factor_low" => 5.0,
                                   "factor_high" => 7.0 }] }.freeze

  def content(pulls, terms, **signed)
    inputs = { "lot" => LOT, "terms" => TERMS.merge(terms), "pulls" => pulls }
    measurand = MildAnvil::Catalogue.measurand("force")
    statement = JSON.parse(JSON.generate(Rating::Inputs.new(inputs, measurand: measurand).statement.to_h))
    { inputs: inputs, statement: statement, number: nil, sha256: nil, signatures: [], revision: nil,
      fewer_reason: "" }.merge(signed)
  end

  SIGNED = { number: 2, sha256: "ab" * 32, fewer_reason: "the material ran out",
             revision: { supersedes: 1, reason: "a pull was void", changes: ["pull 6 void"] },
             signatures: [{ meaning: "rated", person: "Wren", at: "2026-02-03T04:05:06Z" },
                          { meaning: "reviewed", person: "Isolde", at: "2026-02-04T04:05:06Z" }] }.freeze
  CURVE = Array.new(40) { |i| [i * 0.25, i < 32 ? i * 260.0 : nil] }.freeze

  PAPER = MildAnvil::Documents::Paper.new(title: "Rating statement", name: "Tape 25", number: "1-2",
                                          link: "http://127.0.0.1:4870/record/01J").freeze

  def drawn(content, curves: {})
    bytes = MildAnvil::Documents::StatementPdf.render(content, curves: curves, paper: PAPER,
                                                               measurand: MildAnvil::Catalogue.measurand("force"))
    PDF::Reader.new(StringIO.new(bytes)).pages.map do |page|
      shapes = Drawn.new
      page.walk(shapes)
      { words: words(page), shapes: shapes.strokes }
    end
  end

  def words(page)
    page.runs.map { |run| "#{run.x.round(1)} #{run.y.round(1)} #{run.font_size.round(1)} #{run.text}" }
  end

  def test_a_signed_statement_with_everything_in_it
    curves = { 1 => CURVE, 6 => CURVE.first(20), 3 => CURVE, 4 => CURVE }

    assert_kept_as "paper_signed", drawn(content(PULLS, DEMANDS, **SIGNED), curves: curves)
  end

  def test_a_preview_of_a_complete_lot
    assert_kept_as "paper_preview", drawn(content(PULLS.first(3), { "marking_step" => 0.05 }))
  end

  def test_papers_that_rate_nothing
    ranks = { "reference" => { "name" => "Lot B", "breaks_si" => [7000.0, 7200.0, 6900.0] } }

    assert_kept_as "paper_ranks", drawn(content(PULLS.first(3), ranks))
    assert_kept_as "paper_nothing", drawn(content([], {}))
    assert_kept_as "paper_one", drawn(content(PULLS.first(1), DEMANDS))
    assert_kept_as "paper_no_limit", drawn(content(PULLS.first(3), { "marking_step" => 5 }))
  end

  def test_nothing_stands_outside_its_page
    drawn(content(PULLS * 6, DEMANDS, **SIGNED), curves: { 1 => CURVE }).each do |page|
      places = page[:words].map { |word| word.split.first(2).map(&:to_f) }

      assert(places.all? { |x, y| x.between?(40, 560) && y.between?(15, 810) })
    end
  end
end
