# frozen_string_literal: true

require_relative "../support/web_case"

# Requests that nobody should send: each is answered in words, as the sender's mistake, and changes nothing.
class BadRequestsTest < WebCase
  SEED = 20_261_126
  VERBS = %w[GET POST PUT PATCH DELETE OPTIONS TRACE PROPFIND].freeze
  IDS = ["0", "-1", "1.5", "99999999999", "999999999", "abc", "%00", "%FF", "%", "1%0A", "%F0%9F%98%80", "1'", "null",
         "../1", "١"].freeze
  QUERIES = ["?q=%", "?q=%FF", "?q[a]=1&q=2", "?q[]=1", "?q[a][b]=1", "?%00=1", "?limit=-1", "?limit=1e400",
             "?limit=999999999999999999999", "?points=NaN&from_seconds=Infinity", "?factor=0&coverage=2",
             "?factor=-0&marking_step=1e-400", "?school=best&preloaded=perhaps", "?offset=-5", "?&&==&",
             "?q=#{'x' * 9000}",
             "?from_seconds=5&to_seconds=1", "?q=\u0000", "?q=%E2%80%AE", "?before=x"].freeze
  BODIES = ["", " ", "{", "[]", "null", "1", "\"x\"", "{\"a\":1e400}", "{\"a\":NaN}", "\xFF\xFE{\x00}\x00".b,
            "{\"a\":\"\xFF\"}".b, "{\"a\":\"\\u0000\"}", "{\"a\":\"\\ud800\"}", "{\"text\":1,\"text\":2}",
            "#{'[' * 200}#{']' * 200}", "{\"a\":#{'[' * 120}#{']' * 120}}", "{\"\":{}}", "a=1&b=%", "<xml/>"].freeze
  TYPES = ["application/json", "text/plain", "application/x-www-form-urlencoded", "multipart/form-data",
           "multipart/form-data; boundary=x", "application/json; charset=utf-16", "nonsense", nil].freeze
  ODD = [nil, "", "x", -1, 0, 1.0e300, -0.0, 10**30, true, [], {}, "\u{1F600}" * 300, "=1+1", "1e400", "NaN", "٣",
         "\u0000", [nil], { "a" => 1 }, "2026-13-40T99:99:99Z", "9" * 400].freeze

  def operations = DESCRIPTION.operations

  # What any answer to a bad request must be.
  def answered(said)
    status = last_response.status

    assert_operator status, :<, 500, "#{said}: #{last_response.body[0, 200]}"
    return if status < 400

    refute_empty last_response.body, said
    message = JSON.parse(last_response.body).dig("error", "message")
    assert_operator message.to_s.size, :>, 10, "#{said}: #{last_response.body[0, 200]}"
    assert_predicate message, :valid_encoding?
  end

  # As the server would hand it on, also what a client library would refuse to send.
  def sent(verb, target, body = "", type = "application/json")
    path, query = target.split("?", 2)
    env = Rack::MockRequest.env_for("/", method: verb, input: body)
    env.update("PATH_INFO" => path.b, "QUERY_STRING" => query.to_s.b, "HTTP_HOST" => "127.0.0.1",
               "HTTP_AUTHORIZATION" => "Bearer #{keys.fetch(person.id)}", "CONTENT_TYPE" => type,
               "CONTENT_LENGTH" => body.bytesize.to_s)
    env.delete("CONTENT_TYPE") if type.nil?
    status, headers, parts = RAW.call(env)
    @raw = Rack::MockResponse.new(status, headers, parts)
  ensure
    parts.close if parts.respond_to?(:close)
  end

  RAW = MildAnvil::Web::Stack.build(secret: "s" * 64)

  def last_response = @raw || super

  # A path with the ids of rows that are there.
  def pointed(path, ids)
    path.gsub(%r{(?<=/)([\w-]+)/\{\w+\}}) { |part| part[/[\w-]+/].then { |kind| "#{kind}/#{ids.fetch(kind, 1)}" } }
  end

  def test_paths_that_name_nothing
    operations.select { |o| o.path.include?("{") }.each do |operation|
      IDS.each do |id|
        target = operation.path.gsub(/\{\w+\}/, id)
        sent(operation.verb.upcase, target, "{}")
        answered("#{operation.verb} #{target}")
        assert_operator last_response.status, :>=, 400, target
      end
    end
  end

  def test_verbs_that_a_path_does_not_take
    ["/api/lots", "/api/lots/1", "/api/nothing", "/", "/lots/1", "/api", "/api/sign-in", "/assets/x.js"]
      .product(VERBS).each do |path, verb|
      sent(verb, path)
      answered("#{verb} #{path}") unless verb == "OPTIONS"
    end
  end

  def test_the_answer_to_a_wrong_verb_names_the_right_ones
    sent("DELETE", "/api/lots")

    assert_equal 405, last_response.status
    assert_equal "GET", last_response.headers["allow"]
    assert_match(/DELETE/, JSON.parse(last_response.body).dig("error", "message"))
  end

  def test_queries_that_cannot_be_read
    made = lot_with_breaks(8.1, 8.4, 7.9)
    id = { "lots" => made.id, "pulls" => made.pulls.first.id }
    operations.select { |o| o.verb == "get" }.each do |operation|
      path = pointed(operation.path, id)
      QUERIES.each do |query|
        sent("GET", path + query)
        answered("GET #{path}#{query}")
      end
    end
  end

  def test_bodies_that_cannot_be_read
    made = lot(name: "Bodies").id
    operations.reject { |o| o.verb == "get" }.each do |operation|
      path = operation.path.gsub(/\{\w+\}/, made.to_s)
      BODIES.product(TYPES.first(3)).each do |body, type|
        sent(operation.verb.upcase, path, body, type)
        answered("#{operation.verb} #{path} #{body[0, 30].inspect} #{type}")
      end
    end
  end

  def test_kinds_of_content_that_are_not_taken
    made = lot(name: "Kinds").id
    operations.reject { |o| o.verb == "get" }.product(TYPES).each do |operation, type|
      sent(operation.verb.upcase, operation.path.gsub(/\{\w+\}/, made.to_s), "{}", type)
      answered("#{operation.id} #{type}")
    end
  end

  def test_signing_in_with_nonsense
    BODIES.product(TYPES).each do |body, type|
      sent("POST", "/api/sign-in", body, type)
      answered("sign-in #{body[0, 30].inspect} #{type}")
    end
  end

  # Every field of every body with values that it was not made for.
  def test_fields_with_odd_values
    random = Random.new(SEED)
    made = lot_with_breaks(8.1, 8.4, 7.9)
    paths = { "lots" => made.id, "pulls" => made.pulls.first.id, "jobs" => made.job_id }
    operations.select(&:body_schema).each do |operation|
      path = pointed(operation.path, paths)
      bodies(operation, random).each do |body|
        sent(operation.verb.upcase, path, JSON.generate(body))
        answered("#{operation.id} #{JSON.generate(body)[0, 200]}")
      end
    end
  end

  EACH = 12

  def bodies(operation, random)
    schema = operation.body_schema.value
    schema = resolved(schema)
    properties = schema["properties"] || {}
    Array.new(EACH) do
      properties.keys.sample(1 + random.rand(4), random: random).to_h { |name| [name, ODD.sample(random: random)] }
                .merge(plausible(schema, random))
    end
  end

  # What is required is right as often as not, so that more than the first check is met.
  def plausible(schema, random)
    schema.fetch("required", []).to_h do |name|
      kind = resolved(schema.dig("properties", name) || {})
      [name, random.rand(3).zero? ? ODD.sample(random: random) : right(kind)]
    end
  end

  def resolved(schema)
    schema.key?("$ref") ? resolved(DESCRIPTION.document.dig(*schema["$ref"].delete_prefix("#/").split("/"))) : schema
  end

  RIGHT = { "integer" => 1, "number" => 1.5, "boolean" => true, "array" => [], "object" => {} }.freeze

  def right(schema) = schema["enum"]&.first || RIGHT.fetch(Array(schema["type"]).first, "8.1")
end
