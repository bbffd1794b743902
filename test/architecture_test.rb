# frozen_string_literal: true

require_relative "test_helper"
require "open3"

# Who may import whom, as docs/architecture.md says.
class ArchitectureTest < Minitest::Test
  ROOT = File.expand_path("..", __dir__)
  LIB = File.join(ROOT, "lib/mild_anvil")
  MAY = { "core" => %w[Core], "store" => %w[Core Store], "devices" => %w[Core Devices],
          "documents" => %w[Core Documents],
          "actions" => %w[Core Store Devices Documents Actions Catalogue],
          "web" => %w[Core Actions Store Web Catalogue],
          "cli" => %w[Core Devices Cli Catalogue], "admin" => %w[Store Actions Admin] }.freeze
  LAYERS = %w[Core Store Devices Documents Actions Web Cli Admin Catalogue].freeze
  GEMS = { "core" => %w[base64 forwardable json openssl],
           "devices" => %w[csv json open3 openssl rbconfig roo socket stringio tempfile time timeout zip zlib],
           "documents" => %w[axlsx csv date icalendar json nokogiri openssl prawn prawn/table rqrcode_core zip],
           "store" => %w[base64 sequel mysql2 openssl zlib ulid json open3 strscan uri fileutils time],
           "actions" => %w[csv openssl json fileutils socket time timeout],
           "admin" => %w[json],
           "web" => %w[sinatra/base erb socket yaml json json_schemer argon2 roda rodauth rack/builder rack/multipart
                       rack/protection rack/session/cookie openssl ipaddr securerandom time fileutils websocket/driver],
           "cli" => %w[csv dry/schema json optparse] }.freeze

  MAY.each do |folder, allowed|
    define_method("test_#{folder}_uses_only_#{allowed.join('_').downcase}") do
      Dir[File.join(LIB, folder, "**/*.rb")].each do |path|
        used = code(path).scan(/(?<![\w:])(#{LAYERS.join('|')})::/).flatten.uniq

        assert_empty used - allowed, path
        assert_empty code(path).scan(/^\s*require "([^"]+)"/).flatten - GEMS[folder] - ["bigdecimal"], path
      end
    end
  end

  # A constant is found by its file: one that stands in another's is there only by chance.
  def test_every_constant_stands_in_the_file_of_its_name
    strays = Dir[File.join(LIB, "**/*.rb")].flat_map do |path|
      own = File.basename(path, ".rb").delete("_")
      names = File.read(path).scan(/^((?:  )*)(?:class|module) (\w+)|^((?:  )*)([A-Z]\w*) = /)
      outer = names.find { |_, name| name&.downcase == own }&.first.to_s.size
      names.filter_map do |_, _, indent, name|
        "#{path}: #{name}" if name && indent.size <= outer && name.downcase != own
      end
    end

    assert_empty strays
  end

  def test_the_core_touches_no_clock_file_network_or_chance
    Dir[File.join(LIB, "core/**/*.rb")].each do |path|
      refute_match(/\b(Time\.now|File\.|Dir\.|IO\.|Kernel\.rand|Random\.(new|rand)|rand\(|Sequel|ENV\[|Net::)/,
                   code(path),
                   path)
    end
  end

  def test_the_core_loads_alone
    script = "require 'zeitwerk'; require '#{LIB}/errors'; module MildAnvil; module Core; end; end; " \
             "l = Zeitwerk::Loader.new; l.push_dir('#{LIB}/core', namespace: MildAnvil::Core); l.setup; " \
             "l.eager_load; print defined?(Sequel).inspect"
    out, status = Open3.capture2e("bundle", "exec", "ruby", "-e", script, chdir: ROOT)

    assert_predicate status, :success?, out
    assert_equal "nil", out
  end

  # How long a method may be is the linter's business.
  def test_files_stay_short
    Dir[File.join(LIB, "**/*.rb")].each do |path|
      assert_operator File.foreach(path).count { |line| !line.strip.empty? }, :<=, 200, path
    end
  end

  # No arrow runs upward: app imports the features, and nothing imports app.
  FRONT = { "features" => %w[ui charts sketches format api lot keys files paper], "charts" => %w[format ui charts],
            "sketches" => %w[format ui sketches], "ui" => %w[ui],
            "files" => %w[files paper ui format api], "paper" => %w[lot api], "format" => %w[format], "api" => %w[api],
            "keys" => %w[keys ui], "lot" => %w[lot api charts format ui] }.freeze

  def test_front_end_folders_keep_to_their_imports
    FRONT.each do |folder, allowed|
      Dir[File.join(ROOT, "frontend/src", folder, "**/*.{ts,tsx}")].reject do |path|
        path.include?(".test.")
      end.each do |path|
        imports = File.read(path).scan(%r{from "@/([\w-]+)(?:/([\w-]+))?}).map do |top, feature|
          top == "features" ? "features/#{feature}" : top
        end

        assert_empty imports - allowed, path
      end
    end
  end

  def test_no_feature_imports_another_and_only_api_fetches
    Dir[File.join(ROOT, "frontend/src/**/*.{ts,tsx}")].reject { |p| p.match?(%r{/api/|\.test\.}) }.each do |path|
      refute_match(/\bfetch\(/, File.read(path), path)
      refute_match(%r{from "\.\./(?!charts)}, File.read(path), path) if path.include?("/features/")
    end
  end

  # A helper named like one of Minitest's own methods, such as failures, would make a test that cannot fail.
  OWN = (Minitest::Test.instance_methods + Minitest::Test.private_instance_methods -
         Object.instance_methods - Object.private_instance_methods).map(&:to_s).freeze
  MEANT = %w[setup teardown run].freeze # run calls super

  def test_no_helper_takes_the_place_of_a_method_of_minitest
    taken = Dir[File.join(ROOT, "test/**/*.rb")].flat_map do |file|
      File.read(file).scan(/^\s*def ([a-z_]+[?!]?)/).flatten.select { |name| (OWN - MEANT).include?(name) }
          .map { |name| "#{file}: #{name}" }
    end

    assert_empty taken
  end

  private

  # Without comments and text, which may name anything.
  def code(path) = File.read(path).gsub(/^\s*#.*$/, "")
end
