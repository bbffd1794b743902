# frozen_string_literal: true

require_relative "../../support/committed_case"
require_relative "../../support/repacked"

# Packages made by hand and made wrong, every hash put right: whatever is in them, the answer is in words.
class SpoiltPackageTest < CommittedCase
  include Repacked

  TakeIn = Actions::Packages::TakeIn
  SEED = Integer(ENV.fetch("SEED", "1"))
  TIMES = Integer(ENV.fetch("TIMES", "160"))
  ODD = ["", " ", "x", "-1", "0", "9" * 400, "1e400", "NaN", "null", "[]", "{", "{\"a\":1}", "true", "2026-13-40",
         "0000-00-00T00:00:00Z", "\u0000", "\u{1F600}" * 200, "'; DROP TABLE people; --", "../../x", "a\nb", "\"",
         "ff" * 32, "01ARZ3NDEKTSV4RRFFQ69G5FAV"].freeze
  ODD_JSON = [nil, 1, -1, 10**30, "x", "", [], {}, [[]], { "a" => nil }, true, "data/../x.csv", "9" * 400].freeze

  def setup
    super
    @random = Random.new(SEED)
    @names = Zip::File.open(PACKAGE) { |zip| zip.entries.map(&:name) }
  end

  def pick(list) = list[@random.rand(list.size)]

  def test_a_package_that_is_spoilt_anywhere_is_answered_in_words
    answered = Hash.new(0)
    TIMES.times do |i|
      spoil = pick(%i[cell cell cell column rows manifest manifest bytes lost])
      path = send(spoil)
      answered[answer(path, "#{i}: #{spoil} #{@said}")] += 1
    end

    assert_operator answered[:refused], :>, TIMES / 2
  end

  def answer(path, said)
    found = TakeIn.look(path)
    assert_kind_of Array, found[:problems], said
    found[:problems].any? ? :refused : :sound
  rescue MildAnvil::Error => e
    assert_operator e.message.size, :>, 10, said
    :refused
  rescue StandardError => e
    flunk "#{said}\n#{e.class}: #{e.message[0, 300]}\n#{e.backtrace.first(6).join("\n")}"
  end

  def tables = @names.grep(%r{\Adata/.*\.csv\z})

  def table(&block)
    name = pick(tables)
    @said = name
    repacked({ name => lambda do |text|
      parsed = CSV.parse(text, headers: true)
      parsed.empty? ? text : yield(parsed)
    end, SEAL => nil })
  end

  def cell
    table do |rows|
      row = pick(rows.each.to_a)
      column = pick(rows.headers)
      row[column] = pick(ODD)
      @said = "#{@said} #{column} #{row[column][0, 40].inspect}"
      rows.to_csv
    end
  end

  def column
    table do |rows|
      @said = "#{@said} without #{gone = pick(rows.headers)}"
      rows.delete(gone)
      rows.to_csv
    end
  end

  def rows
    table do |rows|
      pick([rows.to_csv + rows.to_csv.lines.last, rows.to_csv.lines.first, "", "a,b\n1", "\"",
            rows.headers.reverse.join(",")])
    end
  end

  def manifest
    repacked({ MANIFEST => lambda do |text|
      read = JSON.parse(text)
      spoil_in(read)
      JSON.generate(read)
    end, SEAL => nil }, honest: false)
  end

  # A value somewhere in it by another.
  def spoil_in(value, depth = 0)
    key = value.is_a?(Hash) ? pick(value.keys) : @random.rand(value.size)
    inner = value[key]
    if inner.respond_to?(:each) && inner.any? && depth < 4 && @random.rand(4).positive?
      return spoil_in(inner,
                      depth + 1)
    end

    value[key] = pick(ODD_JSON)
    @said = "manifest #{key} #{value[key].inspect[0, 40]}"
  end

  def bytes
    name = pick(@names)
    @said = name
    repacked({ name => lambda { |text|
      text.b.tap do |raw|
        raw.setbyte(@random.rand(raw.bytesize), @random.rand(256)) if raw.bytesize.positive?
      end
    }, SEAL => nil })
  rescue JSON::ParserError, EncodingError, NoMethodError, TypeError # the list itself was spoilt beyond putting right
    lost
  end

  def lost
    name = pick(@names - [MANIFEST])
    @said = "without #{name}"
    repacked({ name => nil, SEAL => nil }, honest: false)
  end
end
