# frozen_string_literal: true

require "digest"

module Launch
  # npm packages and the built front end, made anew only when their sources changed.
  module FrontEnd
    FOLDER = File.join(ROOT, "frontend")
    STAMP = File.join(FOLDER, "dist", ".sources")

    module_function

    def ready
      Launch.step("npm packages") { packages }
      Launch.step("front end") { build }
    end

    def packages
      installed = File.join(FOLDER, "node_modules", ".stamp")
      wanted = Digest::SHA256.file(File.join(FOLDER, "package-lock.json")).hexdigest
      return :nothing if File.exist?(installed) && File.read(installed) == wanted

      Packages.room!
      mend = "see whether the npm registry can be reached, then start again"
      Launch.run("npm", "ci", "--no-audit", "--no-fund", log: "npm", chdir: FOLDER, mend: mend)
      File.write(installed, wanted)
    end

    def build
      digest = sources
      return :nothing if File.exist?(STAMP) && File.read(STAMP) == digest

      mend = "read the log, mend the source it names"
      Launch.run("npm", "run", "schema", log: "schema", chdir: FOLDER, mend: mend)
      Launch.run("npm", "run", "build", log: "build", chdir: FOLDER, mend: mend)
      File.write(STAMP, digest)
    end

    def sources
      files = Dir[File.join(FOLDER, "{src,public}", "**",
                            "*")] + Dir[File.join(FOLDER,
                                                  "*.{json,ts,html}")] + [File.join(ROOT, "docs/api/openapi.yaml")]
      files = files.select { |f| File.file?(f) && !f.end_with?("schema.d.ts") }.sort
      Digest::SHA256.hexdigest(files.map { |f| f + Digest::SHA256.file(f).hexdigest }.join)
    end
  end
end
