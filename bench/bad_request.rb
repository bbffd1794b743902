# frozen_string_literal: true

require "json"

# Requests that are wrong somewhere, made without end from the description of the API: bodies that fit but for a value
# or three, paths and queries with odd words, forms with odd parts, verbs and kinds that there are none of.
class BadRequest
  Made = Struct.new(:verb, :path, :query, :body, :type, :headers, keyword_init: true) do
    def to_s = "#{verb} #{path}?#{query} #{type} #{headers} #{body.to_s.b[0, 400].inspect}"
  end

  ODD = [nil, "", " ", "x", -1, 0, 1, 2, 1.0e300, -0.0, 1.5, 10**15, 2**53, 10**30, true, [], {}, "\u{1F600}" * 300,
         "=1+1", "|a", "1e400", "NaN", "٣", "\u0000", [nil], { "a" => 1 }, "2026-13-40T99:99:99Z", "9" * 400,
         "0001-01-01T00:00:00Z", "9999-12-31T23:59:59Z", "'\"<>", "\\", "%s%d", "\u202E", "a\nb", "x" * 5000,
         [[[]]], [1] * 50, -(2**31), 2**31, "1/0", "--", "2026-02-30"].freeze
  IDS = %w[0 -1 1.5 99999999999 999999999 4294967296 2147483648 abc %00 %FF % 1%0A %F0%9F%98%80 1' null ../1 ١].freeze
  VERBS = %w[GET POST PUT PATCH DELETE HEAD OPTIONS TRACE FOO get].freeze
  TYPES = ["application/json", "text/plain", "application/x-www-form-urlencoded", "multipart/form-data",
           "application/json; charset=utf-16", "nonsense", nil].freeze
  NAMES = %w[file file[tempfile] file[filename] file[] file[a][b] choices choices[] target target[a] draft_id
             draft_id[] note note[x] odd].freeze
  FILES = ["", "a,b\n1,2\n", "%PDF-1.4", "\x89PNG\r\n\x1A\n".b, "PK\x03\x04".b, "\x1F\x8B\b".b, "\xFF\xD8\xFF".b,
           "\x00".b * 50, "\"\n\"", "|1|2\n", "=1+1;2\n3;4\n", "#{'9' * 400},1\n1,2\n1,3\n1,4\n"].freeze
  BOUNDARY = "xxBOUNDARYxx"

  # @param description [MildAnvil::Web::Description]; @param ids [#call] a word of a path -> an id that is there, or nil
  def initialize(description, seed:, ids: ->(_) {})
    @description = description
    @operations = description.operations
    @random = Random.new(seed)
    @ids = ids
  end

  # @return [Made]
  def next
    operation = pick(@operations)
    type = content_type(operation)
    Made.new(verb: one_in(25) ? pick(VERBS) : operation.verb.upcase, path: path(operation), query: query(operation),
             body: body(operation, type), type: type == :form ? "multipart/form-data; boundary=#{BOUNDARY}" : type,
             headers: headers)
  end

  private

  def one_in(count) = @random.rand(count).zero?
  def pick(list) = list[@random.rand(list.size)]
  def odd = pick(ODD)

  def path(operation)
    operation.path.gsub(%r{([\w-]+)/\{(\w+)\}|\{(\w+)\}}) do
      word, name = Regexp.last_match.values_at(1, 2)
      name ||= Regexp.last_match(3)
      "#{"#{word}/" if word}#{value_of(operation, name, word)}"
    end
  end

  def value_of(operation, name, word)
    return pick(IDS) if one_in(8)

    schema = operation.parameters("path").find { |one| one["name"] == name }&.fetch("schema") || {}
    schema["enum"] ? pick(schema["enum"]) : (@ids.call(word) || 1)
  end

  def query(operation)
    pairs = operation.parameters("query").select { one_in(2) }.map do |one|
      [one["name"], one_in(2) ? odd : fitting(one["schema"])]
    end
    pairs << ["odd", odd] if one_in(6)
    pairs.map { |name, value| "#{name}#{pick(['', '', '', '[]', '[a]'])}=#{escaped(value)}" }.join("&")
  end

  def escaped(value) = value.to_s.b.gsub(/[^A-Za-z0-9.-]/n) { |byte| format("%%%02X", byte.ord) }

  def content_type(operation)
    return pick(TYPES) if one_in(12)
    return :form if operation.content_types.include?("multipart/form-data")

    operation.content_types.first || (one_in(3) ? pick(TYPES) : nil)
  end

  def headers
    made = {}
    made["HTTP_IDEMPOTENCY_KEY"] = pick(["", "short", "x" * 70, "good-enough-key-#{@random.rand(50)}"]) if one_in(6)
    made["HTTP_ACCEPT"] = pick(["*/*", "nonsense", ""]) if one_in(10)
    made["HTTP_RANGE"] = pick(["bytes=0-", "bytes=9-1", "x"]) if one_in(15)
    made
  end

  def body(operation, type)
    return form if type == :form
    return "" if type.nil?
    return pick(["", "{", "[]", "null", "1", "\xFF\xFE".b, "#{'[' * 150}#{']' * 150}", "a=1&b=%"]) if one_in(15)

    given = operation.body_schema ? fitting(operation.body_schema.value) : {}
    (1 + @random.rand(3)).times { given = spoilt(given) } unless one_in(6)
    JSON.generate(given)
  rescue JSON::GeneratorError
    "{"
  end

  # Some value of it, however deep, by another; a field that there is none of; one that is missing.
  def spoilt(value, depth = 0)
    return odd if depth > 6 || value.nil? || !value.respond_to?(:each) || value.empty? || (depth.positive? && one_in(5))

    if value.is_a?(Hash)
      spoilt_hash(value, depth)
    else
      value.dup.tap do |list|
        list[at = @random.rand(list.size)] = spoilt(list[at], depth + 1)
      end
    end
  end

  def spoilt_hash(value, depth)
    name = pick(value.keys)
    return value.except(name) if one_in(6)
    return value.merge("odd" => odd) if one_in(12)

    value.merge(name => spoilt(value[name], depth + 1))
  end

  def form
    parts = Array.new(1 + @random.rand(3)) { part(one_in(3) ? pick(NAMES) : pick(NAMES.first(1) + NAMES.last(8))) }
    "#{parts.join}--#{BOUNDARY}--\r\n".b
  end

  def part(name)
    file = name.start_with?("file") && !one_in(3)
    head = "Content-Disposition: form-data; name=\"#{name}\""
    head += "; filename=\"#{pick(['a.csv', 'a.png', '', '../x', "\u{1F600}.pdf", 'x' * 400])}\"" if file
    text = file ? pick(FILES) : words
    "--#{BOUNDARY}\r\n".b << head.b << "\r\n\r\n".b << text.b << "\r\n".b
  end

  def words = one_in(2) ? JSON.generate({ pick(%w[lot_id pull_id a columns]) => odd }) : odd.to_s

  RIGHT_TEXTS = ["8.1", "kN", "a", "break", "force", "2026-03-01T06:00:00Z", "2026-03-01", "specimen",
                 "sewn_loop"].freeze

  # A value as a schema asks for it, at random.
  def fitting(schema, depth = 0)
    schema = resolved(schema)
    return pick(schema["enum"]) if schema["enum"]

    chosen = schema["oneOf"] || schema["anyOf"]
    return fitting(pick(chosen), depth + 1) if chosen && depth < 8

    made(schema, Array(schema["type"]).then { |kinds| kinds.empty? ? nil : pick(kinds) }, depth)
  end

  def made(schema, kind, depth)
    case kind
    when "object" then object(schema, depth)
    when "array" then if depth > 6
                        []
                      else
                        Array.new([schema["minItems"].to_i, @random.rand(3)].max) do
                          fitting(schema["items"] || {}, depth + 1)
                        end
                      end
    when "integer" then number(schema).to_i
    when "number" then number(schema)
    when "boolean" then one_in(2)
    when "null" then nil
    else text(schema)
    end
  end

  def object(schema, depth)
    needed = schema.fetch("required", [])
    (schema["properties"] || {}).select { |name, _| needed.include?(name) || (depth < 5 && one_in(2)) }
                                .transform_values { |inner| fitting(inner, depth + 1) }
  end

  def number(schema)
    low = schema["minimum"] || schema["exclusiveMinimum"] || 0
    low + (@random.rand * ((schema["maximum"] || (low + 10)) - low))
  end

  def text(schema)
    return "2026-03-01T06:00:00Z" if schema["format"] == "date-time"
    return "a" * 64 if schema["pattern"].to_s.include?("{64}")

    pick(RIGHT_TEXTS).ljust(schema["minLength"].to_i, "a")[0, schema["maxLength"] || 200]
  end

  def resolved(schema)
    return schema unless schema.key?("$ref")

    resolved(@description.document.dig(*schema["$ref"].delete_prefix("#/").split("/")))
  end
end
