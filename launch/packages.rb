# frozen_string_literal: true

require "digest"
require "rbconfig"

module Launch
  # Debian packages, gems and the compiled part, installed or made when they are missing.
  module Packages
    RUNNING = %w[mariadb-server-core mariadb-client libmariadb-dev libxml2-dev libxslt1-dev build-essential
                 ruby-dev pkg-config fonts-lato fonts-dejavu-core libimage-exiftool-perl libvips42].freeze
    TESTING = %w[chromium-headless-shell galera-4].freeze
    LEAST_MEGABYTES = 1500 # a fresh machine needs this much for packages, gems and the database

    module_function

    def ready(testing: false)
      Launch.step("Debian packages") { debian(RUNNING + (testing ? TESTING : [])) }
      Launch.step("Ruby gems") { gems }
      Launch.step("compiled part") { native }
    end

    NATIVE = File.join(ROOT, "var", "native")
    NATIVE_SOURCES = File.join(ROOT, "ext", "packed")

    # Made anew when its source or the Ruby changed.
    def native
      stamp = File.join(NATIVE, ".stamp")
      wanted = RUBY_DESCRIPTION + Dir[File.join(NATIVE_SOURCES, "*")].map { |f| Digest::SHA256.file(f).hexdigest }.join
      return :nothing if File.exist?(stamp) && File.read(stamp) == wanted

      FileUtils.mkdir_p(NATIVE)
      mend = "read the log; everything works without it, only slower"
      Launch.run(RbConfig.ruby, File.join(NATIVE_SOURCES, "extconf.rb"), log: "native", mend: mend, chdir: NATIVE)
      Launch.run("make", log: "native", mend: mend, chdir: NATIVE)
      File.write(stamp, wanted)
    end

    def debian(names)
      missing = names.reject do |name|
        `dpkg-query -W -f='${Status}' #{name} 2>/dev/null`.include?("install ok installed")
      end
      return :nothing if missing.empty?

      unless Process.uid.zero?
        raise Trouble.new("these Debian packages are missing: #{missing.join(' ')}",
                          mend: "run as root, or: apt-get install #{missing.join(' ')}")
      end

      room!
      env = { "DEBIAN_FRONTEND" => "noninteractive" }
      mend = "see whether the package mirror can be reached, then start again"
      Launch.run("apt-get", "update", log: "apt", mend: mend, env: env)
      Launch.run("apt-get", "install", "-y", "--no-install-recommends", *missing, log: "apt", mend: mend, env: env)
    end

    def gems
      return :nothing if system("bundle", "check", chdir: ROOT, out: File::NULL, err: File::NULL)

      room!
      Launch.run("bundle", "install", log: "bundle",
                                      mend: "see whether the gem registry can be reached, then start again")
    end

    def room!
      free = Launch.free_megabytes(ROOT)
      return if free > LEAST_MEGABYTES

      raise Trouble.new("the disk has #{free} MB free and a first start needs #{LEAST_MEGABYTES} MB",
                        mend: "make room on the disk that holds #{ROOT}")
    end
  end
end
