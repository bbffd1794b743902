# frozen_string_literal: true

require_relative "../test_helper"

# No cell of a list is taken for a formula or a command, by whichever spreadsheet opens it.
class TableCsvTest < CoreCase
  TableCsv = MildAnvil::Documents::TableCsv

  def test_what_begins_like_a_formula_is_a_text
    ["=1+1", "+1", "-1", "@a", "|calc", "%a", "\tx", "\r=1", "\uFF1D1", "\uFF0B1", "\uFF0D1", "\uFF20a"].each do |text|
      assert_equal "'#{text}", TableCsv.safe(text)
    end
  end

  def test_numbers_and_other_texts_are_as_they_are
    [-1.5, 0, nil, "a|b", "8.1 kN", "Ünïcode"].each do |value|
      value.nil? ? assert_nil(TableCsv.safe(value)) : assert_equal(value, TableCsv.safe(value))
    end
    assert_equal "a,b\n'|x,-1\n", TableCsv.render(%w[a b], [["|x", -1]])
  end
end
