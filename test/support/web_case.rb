# frozen_string_literal: true

require_relative "store_case"
require "rack/lint"
require "rack/test"

# A test through the whole HTTP stack, with every answer held against the OpenAPI file.
class WebCase < StoreCase
  include Rack::Test::Methods

  APP = Rack::Lint.new(MildAnvil::Web::Stack.build(secret: "s" * 64))
  DESCRIPTION = MildAnvil::Web::Description.shared

  def app = APP

  def setup
    header "Host", "127.0.0.1"
    as(person)
  end

  # Speaks with a person's key from now on; nil: as nobody.
  def as(somebody)
    key = somebody && (keys[somebody.id] ||= Actions::Tokens.issue(name: "test", person_id: somebody.id).last)
    header "Authorization", key && "Bearer #{key}"
  end

  def keys = @keys ||= {}

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
    post path = "/api/lots/#{lot_id}/recordings", { draft_id: draft_id, choices: JSON.generate(choices) },
         multipart: true

    assert_equal expect, last_response.status, last_response.body[0, 300]
    checked(:post, path)
  end

  # The rating, once the worker has computed it.
  def rated(lot_id, query = "")
    call(:get, "/api/lots/#{lot_id}/rating#{query}")
    nil while Actions::Worker.run_once
    call(:get, "/api/lots/#{lot_id}/rating#{query}")
  end

  private

  def checked(verb, path)
    answer = JSON.parse(last_response.body)
    plain = path.split("?").first
    operation = DESCRIPTION.operations.find { |o| o.verb == verb.to_s && o.matcher.match?(plain) }
    errors = operation.answer_schema(last_response.status).validate(answer).first(4)
    words = errors.map { |e| "#{e['data_pointer']} #{e['type']} #{e.dig('details', 'missing_keys')}" }

    assert_empty words, "#{verb} #{path}"
    answer
  end
end
