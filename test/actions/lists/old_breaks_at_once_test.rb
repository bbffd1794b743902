# frozen_string_literal: true

require_relative "../../support/committed_case"
require_relative "../../support/at_once"

# One sheet that is sent twice at one moment, and two sheets into one lot.
class OldBreaksAtOnceTest < CommittedCase
  include AtOnce

  def setup
    super
    @lot = lot(name: "Old")
    person
  end

  def keep(text) = Actions::Lists::OldBreaks.new(StringIO.new(text), lot_id: @lot.id).keep(person_id: person.id)
  def sheet(first) = "Load [kN];Result\n#{Array.new(20) { |i| format('%.2f;broke', first + (i * 0.01)) }.join("\n")}\n"

  # It met the schema, and a word that said nothing.
  def test_the_same_sheet_is_taken_once_and_the_others_are_told
    assert_equal %i[Conflict Conflict Conflict done], at_once(4) { keep(sheet(8)) }.sort
    assert_equal (1..20).to_a, @lot.pulls_dataset.order(:number).select_map(:number)
  end

  def test_several_sheets_follow_each_other
    assert_equal %i[done] * 4, at_once(4) { |k| keep(sheet(8 + k)) }
    assert_equal (1..80).to_a, @lot.pulls_dataset.order(:number).select_map(:number)
  end
end
