# frozen_string_literal: true

require_relative "../support/web_case"
require_relative "../../bench/bad_request"

# Requests made from the description of the API and wrong somewhere: each is answered in words, as the sender's mistake.
# bin/bench doors sends twenty thousand of them to the demo.
class GeneratedRequestsTest < WebCase
  COUNT = 1200
  RAW = MildAnvil::Web::Stack.build(secret: "s" * 64)

  def setup
    super
    @made = lot_with_breaks(8.1, 8.4, 7.9)
    MildAnvil::Actions::ManagePeople::ROLES.each do |role|
      Models::PersonRole.find_or_create(person_id: person.id, role: role)
    end
  end

  def ids(word)
    { "lots" => @made.id, "jobs" => @made.job_id, "pulls" => @made.pulls.first.id }[word]
  end

  def test_none_is_our_fault
    asking = BadRequest.new(DESCRIPTION, seed: 20_261_201, ids: method(:ids))
    statuses = Array.new(COUNT) do
      made = asking.next
      status, body = DATABASE.transaction(savepoint: true) do
        answered(made).tap do
          raise Sequel::Rollback if changes_people?(made)
        end
      end || next
      assert_operator status, :<, 500, "#{made}\n#{body[0, 200]}"
      words!(made, body) if status >= 400 && made.verb != "HEAD"
      status
    end

    assert_operator statuses.compact.tally.fetch(422), :>, COUNT / 4
  end

  # What would change whoever asks.
  def changes_people?(made) = made.path.start_with?("/api/people", "/api/tokens")

  def words!(made, body)
    message = JSON.parse(body).dig("error", "message")
    assert_operator message.to_s.size, :>, 10, "#{made}: #{body[0, 200]}"
  end

  def answered(made)
    env = Rack::MockRequest.env_for("/", method: made.verb, input: made.body)
    env.update("PATH_INFO" => made.path.b, "QUERY_STRING" => made.query.to_s.b, "HTTP_HOST" => "127.0.0.1",
               "HTTP_AUTHORIZATION" => "Bearer #{keys.fetch(person.id)}",
               "CONTENT_LENGTH" => made.body.bytesize.to_s, **made.headers)
    made.type ? env["CONTENT_TYPE"] = made.type : env.delete("CONTENT_TYPE")
    status, _, parts = RAW.call(env)
    body = +""
    parts.each { |part| body << part } if parts.respond_to?(:each)
    [status, body]
  ensure
    parts.close if parts.respond_to?(:close)
  end

  # A multipart field that is named like what the library calls a file's parts.
  def test_a_field_that_is_named_like_a_part_of_a_file_is_no_file
    %w[file[tempfile] file[filename] file[tempfile][read] file].each do |name|
      body = "--x\r\nContent-Disposition: form-data; name=\"#{name}\"\r\n\r\n/etc/passwd\r\n--x--\r\n"
      ["/api/lots/#{@made.id}/previews", "/api/lots/#{@made.id}/recordings", "/api/pictures", "/api/packages/look",
       "/api/attachments", "/api/forms/look"].each do |path|
        status, said = answered(BadRequest::Made.new(verb: "POST", path: path, body: body, headers: {},
                                                     type: "multipart/form-data; boundary=x"))
        assert_includes 400..422, status, "#{path} #{name} #{said}"
      end
    end
  end

  # Too long, out of range, of nothing that is there: found by the database at the latest, and the caller's mistake.
  def test_what_no_column_takes_is_told_as_a_mistake
    faults = MildAnvil::Web::Faults
    assert_equal 422, faults.status(faults.unfit(Sequel::ForeignKeyConstraintViolation.new("a foreign key")))
    ["Data too long for column 'a'", "Out of range value for column 'b'",
     "Incorrect string value: 'x'"].each { |text| assert_match faults::UNFIT, "Mysql2::Error: #{text}" }
    refute_match faults::UNFIT, "Mysql2::Error: Lost connection to server"
  end
end
