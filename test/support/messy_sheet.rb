# frozen_string_literal: true

require "csv"

# A made-up sheet of old breaks as they are kept for years: titles above, two units, commas of two kinds, dates of
# three, words of everybody's own, rows of means in between, cells that nobody can read. With what each row really is.
class MessySheet
  ROWS = 400
  HEAD = ["No.", "Tested on", "Batch", "End", "Breaking load", "Unit", "Result", "What failed", "Where", "How", "Op",
          "Rig temp", "Remarks"].freeze
  RESULTS = { "broke" => "break", "BROKE" => "break", "held" => "at_least", "Runout" => "at_least", "kaputt" => "break",
              "" => nil }.freeze
  PARTS = { "specimen" => "specimen", "Shackle" => "connector", "sling itself" => "specimen", "" => nil }.freeze
  PLACES = { "Stitching" => "stitching", "bight" => "bight", "near the seam" => "stitching", "" => nil }.freeze
  WAYS = { "torn" => "torn", "clean" => "clean", "popped" => "torn", "" => nil }.freeze
  ANSWERS = { "dates" => "day", "rest" => "note", "unit" => "kN", "groups" => {},
              "words" => { "counts_as" => { "kaputt" => "break" }, "failed_part" => { "sling itself" => "specimen" },
                           "zone" => { "near the seam" => "stitching" }, "mode" => { "popped" => "torn" } } }.freeze
  # line: of the sheet; newtons, on, piece, and the rest as it has to be kept; nil where the row must be left out
  Truth = Struct.new(:line, :newtons, :on, :piece, :end, :counts_as, :part, :zone, :mode, :note, keyword_init: true)

  attr_reader :truths, :unreadable

  def initialize(seed)
    @random = Random.new(seed)
    @lines = [["Loops, all breaks since the old bench"], [], HEAD]
    @truths = []
    @unreadable = []
    ROWS.times { |i| row(i) }
  end

  def csv = @lines.map { |cells| cells.to_csv(col_sep: ";") }.join

  private

  def pick(words) = words[@random.rand(words.size)]

  def row(index)
    @lines << ["", "", "", "", mean, "", "Mean", "", "", "", "", "", ""] if (index % 60) == 59
    return odd(index) if (index % 80) == 17

    newtons = 8000 + (@random.rand(400) * 10)
    on = Date.new(2019, 1, 1) + @random.rand(2000)
    piece, side = piece(index)
    words = [RESULTS, PARTS, PLACES, WAYS].map { |table| pick(table.keys) }
    words[1] = pick(["Shackle", ""]) if RESULTS[words[0]] == "at_least" # what holds did not fail
    value, unit = written(newtons)
    @lines << [piece, day(on), "B7", side, value, unit, *words, pick(%w[JB MK]), "21", pick(["", "wet"])]
    @truths << truth(newtons, on, piece, side, words)
  end

  # Two ends of every piece, one after the other.
  def piece(index) = ["L-#{(index / 2) + 1}", index.even? ? "end A" : "B"]

  def truth(newtons, on, piece, side, words)
    result, part, zone, mode = [RESULTS, PARTS, PLACES, WAYS].zip(words).map { |table, word| table.fetch(word) }
    line = @lines.size
    last = @lines.last
    Truth.new(line: line, newtons: newtons, on: on, piece: piece, end: side == "B" ? "end B" : side,
              counts_as: result == "break" && part == "connector" ? "at_least" : result, part: part, zone: zone,
              mode: mode, note: [last[12], "Op: #{last[10]}", "Rig temp: 21"].reject(&:empty?).join("; "))
  end

  def written(newtons)
    case @random.rand(4)
    when 0 then [format("%.2f", newtons / 1000.0).tr(".", ","), ""]
    when 1 then [format("%.2f kN", newtons / 1000.0).tr(".", ","), ""]
    when 2 then [newtons.to_s, "N"]
    else [newtons.to_s.sub(/(\d{3})\z/, '.\\1'), "N"]
    end
  end

  def day(on)
    on.strftime(pick(["%d.%m.%Y", "%d/%m/%y", "%Y-%m-%d"]))
  end

  def mean = "9,8"

  def odd(index)
    bad = index.odd? ? "see note" : "–"
    @lines << ["L-x", "01.02.2020", "B7", "end A", bad, "", "broke", "", "", "", "JB", "21", ""]
    @unreadable << @lines.size
  end
end
