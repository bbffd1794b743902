# frozen_string_literal: true

run(->(env) { [200, { "content-type" => "text/plain" }, ["#{env['REQUEST_METHOD']} #{env['rack.url_scheme']}"]] })
