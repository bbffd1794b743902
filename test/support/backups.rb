# frozen_string_literal: true

require "tmpdir"

# A backup in a folder of the test's own, an emptied database, and the way back.
module Backups
  Store = MildAnvil::Store
  Actions = MildAnvil::Actions

  def setup
    super
    @folder = Dir.mktmpdir
    Store::KeyFile.key # made where there is none
    @key = File.binread(Store::KeyFile.path)
  end

  def teardown
    whole_again
    super
    FileUtils.rm_rf(@folder)
    Store::KeyFile.put(@key)
  end

  def path(name = "one.sql.gz") = File.join(@folder, name)
  def url = ENV.fetch("DATABASE_URL")
  def owner_url = ENV.fetch("OWNER_DATABASE_URL")

  # Every table, with all that is in it.
  def destroy
    owner = OwnerDatabase.connection
    owner.synchronize do
      owner.run("SET FOREIGN_KEY_CHECKS = 0")
      owner.drop_table(*owner.tables)
      owner.run("SET FOREIGN_KEY_CHECKS = 1")
    end
  end

  def restored(from = path)
    Actions::RestoreBackup.call(from, url: url, owner_url: owner_url)
  ensure
    Sequel::Model.db = DATABASE
  end

  def prepared(folder: @folder)
    Actions::PrepareDatabase.call(owner_url: owner_url, url: url, folder: folder)
  ensure
    Sequel::Model.db = DATABASE
  end

  def everything(database = OwnerDatabase.connection)
    database.tables.sort.to_h { |table| [table, database[table].all.map(&:to_a).sort_by(&:inspect)] }
  end

  # Whatever a test left: the tables of this version, and no mark.
  def whole_again
    owner = OwnerDatabase.connection
    return if Store::Database.schema(owner) == Store::Database.newest_schema && Store::Unfinished.mark(owner).nil?

    destroy
    prepared
  end
end
