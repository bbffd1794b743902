# frozen_string_literal: true

require_relative "../test_helper"

# Log files with known truth, test/fixtures/curves: each with what is true of it in a JSON file beside it.
module KnownCurves
  FOLDER = File.join(FIXTURES, "curves")
  ALL = Dir[File.join(FOLDER, "*.json")].map { |path| JSON.parse(File.read(path)) }
  SOUND, BROKEN = ALL.partition { |truth| truth["expect"] == "analyse" }

  # The file read as its truth says, with the answers that only a person knows.
  def read_known(truth) = read_file(File.binread(File.join(FOLDER, truth["file"])), columns: answers(truth))

  def answers(truth)
    (truth["user_must_supply"] || {}).map do |column, text|
      role, unit = text.split
      { index: column[/\d+/].to_i, role: role, unit: unit, main: role == "force" }
    end
  end
end
