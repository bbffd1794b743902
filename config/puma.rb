# frozen_string_literal: true

require_relative "../launch/plain_http"

# Whatever the verb, the application answers, in the form of all its answers.
supported_http_methods :any

# Who speaks plain HTTP to a port that is opened over TLS is told where to go.
PlainHttp.tell(ENV.fetch("MILD_ANVIL_ADDRESS")) if ENV.key?("MILD_ANVIL_ADDRESS")
