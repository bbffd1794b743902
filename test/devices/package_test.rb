# frozen_string_literal: true

require_relative "../test_helper"
require_relative "../support/repacked"

# Packages as nobody should make them: what would harm is refused in words, what was changed is named.
class PackageFilesTest < CoreCase
  include Repacked

  Package = MildAnvil::Devices::Package

  def opened(path, &block) = Package::Contents.open(path, &block)
  def problems(path) = opened(path) { |c| c.problems + Package::Signed.new(c).problems }

  def refusal(path, &block)
    assert_raises(MildAnvil::InvalidInput) { opened(path, &block || :problems.to_proc) }.message
  end

  def test_a_package_of_an_earlier_format_is_whole_and_typed
    opened(PACKAGE) do |contents|
      assert_empty contents.problems
      pull = contents.rows(:pulls).first
      assert_equal [Integer, String, Integer, Time], pull.values_at(:id, :uid, :number, :pulled_at).map(&:class)
      assert_equal([8110.0, 8420.0, 7930.0, 8200.0, 8150.0], contents.rows(:judgements).map do |row|
        row[:value_si].round.to_f
      end)
      assert_equal [400] * 3, contents.curve(contents.rows(:recordings).first[:uid]).map(&:size)
      assert_empty contents.rows(:nothing)
    end
    assert_empty problems(PACKAGE)
  end

  def test_what_is_no_package_is_refused
    file = Tempfile.new("no")
    [["", /no package/], ["PK\x03\x04nothing", /no package/],
     [File.binread(PACKAGE)[0, 40_000], /no package|cannot be unpacked/]]
      .each do |bytes, words|
        File.binwrite(file.path, bytes)

        assert_match words, refusal(file.path)
      end
  end

  def test_no_path_leads_out_of_it
    ["../evil", "/etc/passwd", "data/../../evil", "./x", "data/..", "C:evil"].each do |name|
      found = begin
        refusal(renamed("_#{name[1..]}", name))
      rescue Minitest::Assertion
        "nothing"
      end
      assert_match(/leads out of it/, found, name)
    end
  end

  # No tool writes such names.
  def renamed(from, into)
    path = repacked({}, extra: [[from, "x"]])
    File.binwrite(path, File.binread(path).gsub(from.b, into.b))
    path
  end

  def test_a_name_that_stands_there_twice_and_a_link_are_refused
    assert_match(/twice/, refusal(renamed("data/lotz.csv", "data/lots.csv")))
    linked = repacked({})
    bytes = File.binread(linked)
    at = bytes.rindex("PK\x01\x02".b) # the last entry of the list: made by a unix, as a link
    bytes[at + 4, 2] = "\x14\x03".b
    bytes[at + 38, 4] = [0o120777 << 16].pack("V")
    File.binwrite(linked, bytes)
    assert_match(/is a link/, refusal(linked))
  end

  def test_a_bomb_is_not_unpacked
    bomb = repacked({ "originals/bomb.csv" => "0" * (20 << 20) })

    assert_operator File.size(bomb), :<, 200_000
    assert_match(/packed more than 500-fold/, refusal(bomb))
  end

  def test_a_file_that_says_less_than_it_holds_is_refused
    path = repacked({ "originals/long.txt" => "x" * 5000 })
    bytes = File.binread(path)
    [[5000].pack("V")].each { |size| bytes.gsub!(size, [10].pack("V")) }
    File.binwrite(path, bytes)

    found = begin
      problems(path)
    rescue MildAnvil::InvalidInput => e
      [e.message]
    end
    assert_match(/long.txt|no package/, found.join)
  end

  def test_changed_missing_and_unnamed_files_are_named
    assert_equal ["data/lots.csv is not what it was: its hash is another one"],
                 problems(repacked({ "data/lots.csv" => ->(was) { was.sub("Loop", "Leap") } }, honest: false))
    assert_includes problems(repacked({ "data/pulls.csv" => nil }, honest: false)), "data/pulls.csv is missing"
    assert_includes problems(repacked({ "data/more.csv" => "id\n1\n" })), "data/more.csv is not named by it"
  end

  def test_a_manifest_must_be_one_of_ours
    { nil => /has no datapackage.json/, "{" => /no JSON/, "[]" => /not made by/, "{\"mild_anvil\": 1}" => /not made by/,
      "{\"mild_anvil\": {\"format\": 7, \"application\": \"9.1\"}}" => /later version \(9.1\)/,
      "{\"mild_anvil\": {\"format\": 1}}" => /list of resources/,
      "{\"mild_anvil\": {\"format\": 1}, \"resources\": [{\"path\": 5}]}" => /list of resources/,
      "\xFF\xFE" => /no JSON/ }.each do |text, words|
        assert_match words, refusal(repacked({ MANIFEST => text })), text.to_s
      end
  end

  def test_a_value_of_another_type_is_told_with_its_place
    changed = repacked({ "data/pulls.csv" => ->(was) { was.sub(/^\d+,/, "x,") } })
    assert_match(/pulls.csv has “x” where id is of type integer/, refusal(changed) { |c| c.rows(:pulls) })
    %w[NaN 1e400 Infinity 8,1].each do |cell|
      changed = repacked({ "data/judgements.csv" => lambda { |was|
        was.sub("8110.0", cell.include?(",") ? "\"#{cell}\"" : cell)
      } })

      assert_match(/of type number/, refusal(changed) { |c| c.rows(:judgements) }, cell)
    end
  end

  def test_what_was_signed_cannot_be_changed_with_its_hashes_put_right
    stronger = repacked({ "data/statements.csv" => ->(was) { was.sub(":8110.0", ":9110.0") } })
    assert_equal ["Statement 1: its text has another hash than was signed"], problems(stronger)
    both = repacked({ "data/statements.csv" => ->(was) { resealed(was) } })
    assert_equal ["Statement 1: a signature is over another text"], problems(both)
    assert_equal ["Statement 1: nobody signed it"],
                 problems(repacked({ "data/signatures.csv" => ->(was) { was.lines.first } }))
    paper = opened(PACKAGE) { |c| c.rows(:documents).first[:content] }
    assert_equal ["Statement 1: a paper of it has another hash"], problems(repacked({ paper => ->(was) { "#{was} " } }))
  end

  def resealed(csv)
    rows = CSV.parse(csv, headers: true)
    rows.each do |row|
      row["body"] = row["body"].sub(":8110.0", ":9110.0")
      row["sha256"] = OpenSSL::Digest::SHA256.hexdigest(row["body"])
    end
    rows.to_s
  end

  def test_a_revision_in_a_circle_is_told
    circle = repacked({ "data/statements.csv" => lambda { |was|
      rows = CSV.parse(was, headers: true)
      rows.each { |row| row["supersedes_id"] = row["id"] }
      rows.to_s
    } })

    assert_equal ["Statement 1 supersedes one that is not before it"], problems(circle)
  end

  def test_a_curve_that_is_no_table_of_numbers_is_told
    name = opened(PACKAGE) { |c| c.rows(:recordings).first[:uid] }
    { "seconds,a\n0,x\n" => /no table of numbers/,
      "seconds,a\n0,1\n2\n" => /no table of numbers/ }.each do |text, words|
      assert_match words, refusal(repacked({ "curves/#{name}.csv" => text })) { |c| c.curve(name) }
    end
    opened(repacked({ "curves/#{name}.csv" => "seconds,a\n0.5,\n" })) do |contents|
      assert_equal([[0.5], true], contents.curve(name).then { |t, a| [t, a.first.nan?] })
    end
  end
end
