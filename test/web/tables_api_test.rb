# frozen_string_literal: true

require_relative "../support/web_case"
require "axlsx"

# Lists, old tables and forms over HTTP; each answer is held against the OpenAPI file.
class TablesApiTest < WebCase
  def sent(path, bytes, choices: nil, expect: 200, name: "old.csv")
    file = Rack::Test::UploadedFile.new(StringIO.new(bytes), "text/csv", true, original_filename: name)
    post path, { file: file, **(if choices
                                  { choices: choices.is_a?(String) ? choices : JSON.generate(choices) }
                                else
                                  {}
                                end) }

    assert_equal expect, last_response.status, last_response.body[0, 300]
    last_response.media_type == "application/json" ? checked(:post, path) : last_response.body
  end

  def test_a_list_is_handed_out_as_a_table
    made = lot_with_breaks(8.1, 8.2)
    get "/api/lists/pulls.csv?lot_id=#{made.id}"

    assert_equal [200, "text/csv"], [last_response.status, last_response.media_type]
    assert_match(/attachment; filename="pulls-#{made.id}.csv"/, last_response.headers["Content-Disposition"])
    assert_equal 3, last_response.body.lines.size
    { "/api/lists/pulls.csv" => 422, "/api/lists/accounts.csv" => 404,
      "/api/lists/lots.exe" => 404 }.each do |path, status|
      get path
      assert_equal status, last_response.status, path
    end
  end

  def test_old_breaks_are_looked_at_and_kept
    made = lot(name: "Old")
    table = "Load [kN],Remark\n8.1,a\n8.3,b\n"
    path = "/api/lots/#{made.id}/old-breaks"
    look = sent("#{path}/look", table)

    assert_equal [{ "0" => "value", "1" => "note" }, 2, ["results"]],
                 [*look.values_at("roles", "count"), look["questions"].map { |one| one["kind"] }]
    assert_equal 2, sent(path, table, choices: { results: "break" }, expect: 201)["count"]
    ["{", "[]", { columns: { "0": "wisdom" } }, { results: "perhaps" }, { unit: 4 }, {}].each do |wrong|
      sent(path, table, choices: wrong, expect: 422)
    end
    sent(path, table, choices: { results: "break" }, expect: 409)
    assert_equal 2, made.pulls_dataset.count
  end

  def form
    package = Axlsx::Package.new
    package.workbook.add_worksheet(name: "F") { |sheet| sheet.add_row ["", ""] }
    package.workbook.add_defined_name("F!$A$1", name: "minimum_text")
    package.to_stream.string
  end

  def test_a_form_is_looked_at_and_filled
    signed = sign(lot_with_breaks(8.1, 8.4, 7.9, 8.2))
    told = sent("/api/statements/#{signed.id}/form/look", form, name: "form.xlsx")

    assert_equal([["minimum_text", "A1", "filled"]], told.map { |row| row.values_at("name", "place", "state") })
    assert sent("/api/statements/#{signed.id}/form", form, name: "form.xlsx").start_with?("PK")
    sent("/api/statements/#{signed.id}/form", "no workbook", expect: 422)
    sent("/api/statements/999999/form", form, expect: 404)
  end
end
