# frozen_string_literal: true

require "tmpdir"

# A folder of a test's own for the packages that it writes and takes in.
module PackageFolder
  Packages = MildAnvil::Actions::Packages

  def setup
    super
    @folder = Dir.mktmpdir
  end

  def teardown
    super
    FileUtils.rm_rf(@folder)
  end

  def path(name = "one") = File.join(@folder, "#{name}.zip")

  def write(name = "one", **rest)
    Packages::Write.call(path(name), **rest)
    path(name)
  end

  def bring(file = path, by: person, **rest)
    sha256 = OpenSSL::Digest::SHA256.file(file).hexdigest
    Packages::TakeIn.call(file, name: File.basename(file), sha256: sha256, person_id: by.id, **rest)
  end
end
