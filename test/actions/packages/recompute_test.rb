# frozen_string_literal: true

require_relative "../../support/committed_case"
require_relative "../../support/package_folder"
require_relative "../../support/package_validator"
require_relative "../../../demo/scenario"
require "open3"
require "zip"

# What a stranger finds in the demo's package with programs that are not ours.
class RecomputeTest < CommittedCase
  include PackageFolder

  TOOLS = { "R" => %w[Rscript recompute.R], "Python" => %w[python3 recompute.py] }.freeze
  SAID = /\A(?<peaks>\d+) peaks and (?<schools>\d+) values of schools found again, 0 not the same\n\z/

  def test_it_is_a_valid_data_package_and_figures_are_found_again_and_what_was_altered_is_not
    Demo::Scenario.load
    nil while Actions::Worker.run_once
    file = write("demo")
    assert_empty PackageValidator.new(file).problems.first(5)
    unpack(file)
    there = TOOLS.select { |_, (program, _)| there?(program) }

    there.each { |tool, command| found_again(tool, command) }
    alter
    there.each { |tool, command| altered_told(tool, command) }
  end

  def there?(program) = ENV["PATH"].split(":").any? { |folder| File.executable?(File.join(folder, program)) }

  def found_again(tool, command)
    out, status = run_in_package(command)

    assert_match SAID, out, tool
    assert_predicate status, :success?, tool
    counts = SAID.match(out).named_captures.transform_values(&:to_i)
    assert_equal Models::Recording.exclude(pull_id: nil).count, counts["peaks"], tool
    assert_operator counts["schools"], :>, 60, tool
  end

  def altered_told(tool, command)
    out, status = run_in_package(command)

    assert_equal 1, status.exitstatus, tool
    assert_match(/\Apeak of #{@altered}: stated .*, found again .*\n/, out, tool)
    assert_match(/, tolerance_normal: stated/, out, tool)
    assert_match(/, fitted_normal: stated/, out, tool)
  end

  def run_in_package(command) = Open3.capture2e(*command, chdir: File.join(@folder, "package/recompute"))

  def unpack(file)
    Zip::File.open(file) do |zip|
      zip.entries.each do |entry|
        place = File.join(@folder, "package", entry.name)
        FileUtils.mkdir_p(File.dirname(place))
        File.binwrite(place, zip.read(entry.name))
      end
    end
  end

  # One sample of one curve, and one judged value.
  def alter
    peaks = table("peaks.csv")
    @altered = peaks.first["recording"]
    curve = File.join(@folder, "package/curves/#{@altered}.csv")
    lines = File.readlines(curve)
    cells = lines[5].chomp.split(",", -1)
    cells[peaks.first["column"].to_i - 1] = (peaks.first["sign"].to_f * 1e7).to_s
    lines[5] = "#{cells.join(',')}\n"
    File.write(curve, lines.join)
    raise_a_value
  end

  def raise_a_value
    fitted = table("schools.csv").map { |row| row["rating"] if row["school"] == "fitted_normal" }
    plain = table("schools.csv").map { |row| row["rating"] if row["school"] == "tolerance_normal" }
    rating = (fitted & plain).compact.first
    values = table("values.csv")
    row = values.find { |one| one["rating"] == rating && one["counts_as"] == "break" }
    row["value_si"] = (row["value_si"].to_f * 1.2).to_s
    File.write(place("values.csv"), values.to_csv)
  end

  def place(name) = File.join(@folder, "package/recompute", name)
  def table(name) = CSV.read(place(name), headers: true)
end
