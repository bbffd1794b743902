# frozen_string_literal: true

require_relative "store_case"
require "json_schemer"
require "rack/lint"
require "rack/test"

# A test through the whole HTTP stack, with every answer held against the OpenAPI file.
class WebCase < StoreCase
  include Rack::Test::Methods

  APP = Rack::Lint.new(MildAnvil::Web::Application.new)
  OPENAPI = JSONSchemer.openapi(MildAnvil::Web.openapi)

  def app = APP

  def setup
    header "X-Person-Id", person.id.to_s
    header "Host", "127.0.0.1"
  end

  # Sends, holds the answer against its schema, and gives it parsed.
  def call(verb, path, body = nil, expect: 200)
    body ? send(verb, path, JSON.generate(body), "CONTENT_TYPE" => "application/json") : send(verb, path)

    assert_equal expect, last_response.status, last_response.body[0, 300]
    checked(verb, path)
  end

  def upload(path, bytes, name: "log.csv", choices: {}, expect: 201)
    file = Rack::Test::UploadedFile.new(StringIO.new(bytes), "text/csv", true, original_filename: name)
    post path, { file: file, choices: JSON.generate(choices) }

    assert_equal expect, last_response.status, last_response.body[0, 300]
    checked(:post, path)
  end

  def save_draft(lot_id, draft_id, expect:, choices: {})
    post path = "/api/lots/#{lot_id}/curves", { draft_id: draft_id, choices: JSON.generate(choices) }

    assert_equal expect, last_response.status, last_response.body[0, 300]
    checked(:post, path)
  end

  private

  def checked(verb, path)
    answer = JSON.parse(last_response.body)
    template = MildAnvil::Web.openapi["paths"].keys.find { |t| Regexp.new("\\A#{t.gsub(/\{\w+\}/, '[^/.]+')}\\z").match?(path.split("?").first) }
    pointer = ["paths", template, verb.to_s, "responses", last_response.status.to_s, "content", "application/json", "schema"]
    schema = OPENAPI.ref("#/#{pointer.map { |p| p.gsub('~', '~0').gsub('/', '~1').gsub('{', '%7B').gsub('}', '%7D') }.join('/')}")
    errors = schema.validate(answer).first(3).map { |e| "#{e['data_pointer']} #{e['type']}" }

    assert_empty errors, "#{verb} #{path}"
    answer
  end
end
