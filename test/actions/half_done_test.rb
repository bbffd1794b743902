# frozen_string_literal: true

require_relative "../support/committed_case"
require_relative "../support/backups"
require_relative "../support/cut_short"
require "minitest/mock"
require "rack/test"

# Work of many steps that is killed on the way is not taken for done: start, health and every page say so, and the same
# command begins it anew.
class HalfDoneTest < CommittedCase
  include Backups
  include CutShort

  Unfinished = Store::Unfinished

  def filled
    made = lot(name: "Sealed")
    [820, 905, 870].each do |peak|
      judge(import(made, log_text(peak_newtons: peak), name: "#{peak}.csv"), "break", failed_part: "specimen")
    end
    sign(made)
  end

  # @return [Array(Integer, String)] status and body
  def asked(path, verb = "GET")
    stack = MildAnvil::Web::Stack.build(secret: "x" * 64)
    status, _, body = stack.call(Rack::MockRequest.env_for("http://127.0.0.1#{path}", method: verb,
                                                                                      "HTTP_HOST" => "127.0.0.1"))
    [status, body.each.to_a.join]
  end

  def said_everywhere(words)
    { "/api/health" => "GET", "/api/session" => "GET", "/" => "GET", "/lots/1" => "GET",
      "/api/sign-in" => "POST" }.each do |path, verb|
      status, body = asked(path, verb)
      assert_equal 503, status, path
      assert_match words, body, path
    end
    assert_equal "unfinished", JSON.parse(asked("/api/health").last)["status"]
  end

  def mark = Unfinished.mark(OwnerDatabase.connection)

  # By kill, in another process, at ten of the statements that it takes, the first and the last among them.
  def test_a_restore_that_is_cut_at_ten_places_is_begun_anew
    filled
    Store::Backup.write(path)
    before = everything
    destroy
    steps = killed_after(1_000_000, from: "restore") { restored }

    assert_nil mark
    assert_operator steps, :>, 100
    10.times do |i|
      destroy
      killed_after(1 + ((steps - 2) * i / 9), from: "restore") { restored }
      assert_equal "restore", mark&.what, "cut #{i} of 10"
      said_everywhere(/A restore of .* is not through/) if i == 5
      assert_match(/is not through/, assert_raises(MildAnvil::Error) { prepared }.message)
    end
    restored

    assert_equal before, everything
    assert_equal 200, asked("/api/health").first
  end

  # Half an upgrade goes back to the backup that was made before its first step.
  def test_an_upgrade_that_was_killed_begins_anew
    filled
    before = everything.transform_values(&:size)
    [1, 4, 8].each do |step|
      rolled_back_to_version(26)
      killed_after(step, from: "upgrade") { prepared }
      assert_equal "upgrade", mark&.what
      said_everywhere(/An upgrade of .* is not through/) if step == 4
      prepared

      assert_nil mark
      assert_equal before, everything.transform_values(&:size)
    end
    refute_empty Dir[File.join(@folder, "before-*.sql.gz")]
  end

  def rolled_back_to_version(number)
    owner = Store::Database.connect(owner_url, connections: 1, watched: false)
    Store::Database.migrate(owner, to: number)
  ensure
    owner.disconnect
    Sequel::Model.db = DATABASE
  end

  def test_tables_that_were_half_made_are_made_anew
    destroy
    killed_after(40) { prepared }
    assert_equal "set-up", mark&.what
    prepared

    assert_nil mark
    assert_equal Store::Database.newest_schema, Store::Database.schema(OwnerDatabase.connection)
  end

  # Half a demo is none, whether it is wanted then or not.
  def test_a_demo_that_was_half_loaded_is_loaded_anew
    killed { Actions::PrepareDatabase.fill(owner_url: owner_url, url: url) { add_person("viewer") && exit!(9) } }
    assert_equal "demo", mark&.what
    assert_equal 1, OwnerDatabase.connection[:people].count
    Actions::PrepareDatabase.fill(owner_url: owner_url, url: url) { add_person("reviewer") }
    Sequel::Model.db = DATABASE

    assert_nil mark
    assert_equal ["reviewer"], OwnerDatabase.connection[:person_roles].select_map(:role)
  end

  # A package is taken in one transaction: killed on the way it is not there at all.
  def test_a_package_that_is_killed_on_the_way_is_not_there
    filled
    package = path("all.zip")
    Actions::Packages::Write.call(package)
    OwnerDatabase.empty
    @person = nil
    id = person.id
    before = facts
    [5, 20, 40, 60].each do |writes|
      killed_after(writes) { take(package, id) }
      assert_equal before, facts, "killed after #{writes}"
    end
    assert_operator killed_after(1_000_000) { take(package, id) }, :>, 60

    assert_equal 3, OwnerDatabase.connection[:pulls].count
  end

  # What a package brings, by table.
  def facts = everything.transform_values(&:size).slice(:lots, :pulls, :recordings, :judgements, :statements, :packages)

  def take(package, id)
    Actions::Packages::TakeIn.call(package, name: "all.zip", person_id: id,
                                            sha256: OpenSSL::Digest::SHA256.file(package).hexdigest)
  end

  # Ctrl-C is told in words, with what is to be done.
  def test_a_restore_that_is_stopped_by_hand_says_what_it_left
    filled
    Store::Backup.write(path)
    destroy
    errors = StringIO.new
    stop = ->(*) { raise Interrupt }
    status = Store::BackupSql.stub(:new, half_way(stop)) do
      MildAnvil::Admin::Commands.run(["restore", path], out: StringIO.new, err: errors)
    end

    assert_equal [130, "restore"], [status, mark&.what]
    assert_match(/Stopped by hand. A restore of .* run bin.anvil restore FILE again/, errors.string)
  ensure
    Sequel::Model.db = DATABASE
  end

  # Read in full the first time, and stopped while its rows go in.
  def half_way(stop)
    made = 0
    read = Store::BackupSql.method(:new).unbind.bind(Store::BackupSql)
    lambda do |lines|
      (made += 1) == 1 ? read.call(lines) : Struct.new(:rows) { define_method(:each_rows) { |&_| stop.call } }.new
    end
  end

  # The worker computes nothing, and the command line does nothing but restore.
  def test_nothing_is_computed_with_what_is_half_there
    Unfinished.begin!("restore", OwnerDatabase.connection)

    refute Actions::Worker.run_once
    errors = StringIO.new
    assert_equal 1, MildAnvil::Admin::Commands.run(["verify"], out: StringIO.new, err: errors)
    assert_match(/is not through/, errors.string)
  ensure
    Unfinished.over!("restore", OwnerDatabase.connection)
    Sequel::Model.db = DATABASE
  end
end
