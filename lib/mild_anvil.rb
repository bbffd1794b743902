# frozen_string_literal: true

require "json"
require "zeitwerk"
require_relative "mild_anvil/errors"

# Mild Anvil: from force curves to a working load limit, every number traceable.
module MildAnvil
  VERSION = "0.17.0"
  # Where the set-up leaves the compiled part; without it everything works, only slower.
  NATIVE = File.expand_path("../var/native/packed_native.so", __dir__)

  LOADER = Zeitwerk::Loader.for_gem.tap do |loader|
    loader.ignore("#{__dir__}/mild_anvil/errors.rb")
    loader.inflector.inflect("api" => "Api", "pdf" => "Pdf", "csv" => "Csv", "cli" => "Cli")
    loader.setup
  end

  # @return [Boolean] whether the compiled part is in use
  def self.use_native
    return false unless File.exist?(NATIVE)

    require NATIVE
    Core::Packed.use(PackedNative)
    true
  rescue LoadError # built for another Ruby: the plain part does the same
    false
  end
  use_native
end
