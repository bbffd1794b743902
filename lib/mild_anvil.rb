# frozen_string_literal: true

require "json"
require "zeitwerk"
require_relative "mild_anvil/errors"

# Mild Anvil: from force curves to a working load limit, every number traceable.
module MildAnvil
  VERSION = "0.1.0"

  LOADER = Zeitwerk::Loader.for_gem.tap do |loader|
    loader.ignore("#{__dir__}/mild_anvil/errors.rb")
    loader.inflector.inflect("api" => "Api", "pdf" => "Pdf", "csv" => "Csv", "cli" => "Cli")
    loader.setup
  end
end
