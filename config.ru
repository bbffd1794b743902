# frozen_string_literal: true

require "bundler/setup"
$LOAD_PATH.unshift(File.expand_path("lib", __dir__))
require "mild_anvil"

database = MildAnvil::Store::Database.connect(ENV.fetch("DATABASE_URL"))
MildAnvil::LOADER.eager_load
database.disconnect # each process of the server opens connections of its own
run MildAnvil::Web::Stack.build
