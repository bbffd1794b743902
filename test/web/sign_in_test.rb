# frozen_string_literal: true

require_relative "../support/web_case"

# Signing in and out, and what a session is good for.
class SignInTest < WebCase
  PASSWORD = "correct horse battery"

  def setup
    super
    as(nil)
    header "Host", "127.0.0.1"
    @somebody = Actions::ManagePeople.add(name: "Somebody", login: "somebody-#{SecureRandom.hex(4)}",
                                          roles: ["technician"],
                                          password_hash: MildAnvil::Web::SignIn.password_hash(PASSWORD))
  end

  def sign_in(password: PASSWORD, login: @somebody.account.login)
    post "https://127.0.0.1/api/sign-in", JSON.generate(login: login, password: password),
         "CONTENT_TYPE" => "application/json"
    last_response.status
  end

  def session = JSON.parse(get("https://127.0.0.1/api/session").body)

  def write(token: session["csrf"], **headers)
    post "https://127.0.0.1/api/jobs", JSON.generate(customer: "A", title: "B"),
         { "CONTENT_TYPE" => "application/json", "HTTP_X_CSRF_TOKEN" => token, **headers }.compact
    last_response.status
  end

  def test_who_signs_in_may_work_and_who_signs_out_may_not
    assert_equal [nil, 401], [session["person"], write]
    assert_equal 200, sign_in
    assert_equal [@somebody.name, 201], [session["person"]["name"], write]
    assert_includes session["allowed"], "judgePull"
    refute_includes session["allowed"], "addPerson"
    post "https://127.0.0.1/api/sign-out", "{}", "CONTENT_TYPE" => "application/json"

    assert_equal [nil, 401], [session["person"], write]
  end

  # Otherwise each would be a commit to the disk, and two at once would stand in each other's way.
  def test_a_look_writes_nothing_down
    sign_in
    said = StringIO.new
    logger = Logger.new(said)
    DATABASE.loggers << logger
    session

    refute_match(/UPDATE|INSERT|DELETE/, said.string)
    assert_match(/account_active_session_keys/, said.string)
  ensure
    DATABASE.loggers.delete(logger)
  end

  def test_sessions_that_are_over_are_forgotten_at_the_next_signing_in
    sign_in
    kept = DATABASE[:account_active_session_keys].where(account_id: @somebody.account.id)
    kept.update(created_at: Time.now - (15 * 3600))
    sign_in

    assert_equal 1, kept.count
    assert_equal @somebody.name, session["person"]["name"]
  end

  def test_a_header_does_not_say_who_one_is
    header "X-Person-Id", person.id.to_s
    assert_equal 401, write
    header "Authorization", "Bearer anvil_forged"
    assert_equal 401, write
  end

  def test_wrong_passwords_lock_the_name_for_a_while
    answers = Array.new(MildAnvil::Web::SignIn::TRIES + 2) { sign_in(password: "wrong") }

    assert_equal 401, answers.first
    assert_equal 403, sign_in
    DATABASE[:account_lockouts].where(id: @somebody.account.id).update(deadline: Time.now - 10)
    assert_equal 200, sign_in
  end

  def test_an_unknown_name_is_told_like_a_wrong_password
    told = %w[nobody-here wrong].map do |word|
      word == "wrong" ? sign_in(password: word) : sign_in(login: word)
      JSON.parse(last_response.body)["error"]["message"]
    end

    assert_equal 1, told.uniq.size
  end

  def test_the_cookie_is_for_this_page_alone
    sign_in
    cookie = last_response["set-cookie"].to_s.downcase

    %w[secure httponly samesite=strict].each { |word| assert_includes cookie, word }
  end

  def test_a_write_needs_the_token_of_the_page_and_its_origin
    sign_in
    assert_equal 403, write(token: nil)
    assert_equal 403, write(token: "forged" * 8)
    assert_equal 403, write("HTTP_ORIGIN" => "https://elsewhere.example")
    assert_equal 403, write("HTTP_SEC_FETCH_SITE" => "cross-site")
    assert_equal 403, write("HTTP_SEC_FETCH_SITE" => "same-site")
    assert_equal 201, write("HTTP_ORIGIN" => "https://127.0.0.1", "HTTP_SEC_FETCH_SITE" => "same-origin")
    post "https://127.0.0.1/api/sign-in", JSON.generate(login: "x", password: "y"),
         "CONTENT_TYPE" => "application/json", "HTTP_ORIGIN" => "https://elsewhere.example"
    assert_equal 403, last_response.status
  end

  def test_a_session_ends_with_time_with_a_new_password_and_with_whoever_leaves
    administrator = add_person("administrator")
    endings = [-> { DATABASE[:account_active_session_keys].update(created_at: Time.now - (15 * 3600)) },
               lambda do
                 Actions::ManagePeople.change(id: @somebody.id, by: administrator.id,
                                              values: { password_hash: MildAnvil::Web::SignIn.password_hash(PASSWORD) })
               end,
               -> { Actions::ManagePeople.change(id: @somebody.id, values: { active: false }, by: administrator.id) }]
    endings.each do |ending|
      clear_cookies
      sign_in
      refute_nil session["person"]
      ending.call
      assert_nil session["person"]
    end
    refute_equal 200, sign_in # whoever left
  end

  def test_a_forged_cookie_is_nobody
    set_cookie "mild_anvil=#{Base64.strict_encode64('forged')}", URI("https://127.0.0.1/")
    assert_nil session["person"]
  end

  def test_another_person_at_the_same_bench
    sign_in
    other = Actions::ManagePeople.add(name: "Other", login: "other-#{SecureRandom.hex(4)}", roles: ["viewer"],
                                      password_hash: MildAnvil::Web::SignIn.password_hash(PASSWORD))
    assert_equal 200, sign_in(login: other.account.login)

    assert_equal ["Other", 403], [session["person"]["name"], write]
  end

  def test_a_strange_host_is_refused
    header "Host", "example.org" # what tests are sent to by default
    get "/api/health"
    assert_equal 403, last_response.status
    header "Host", "evil.example"
    get "https://evil.example/api/session"
    refute_equal 200, last_response.status
  end
end

# Every operation with every role and with none.
class PermissionsTest < WebCase
  Permissions = MildAnvil::Web::Permissions

  def test_every_operation_stands_in_the_table_and_nothing_else_does
    assert_equal DESCRIPTION.operations.map(&:id).sort, Permissions::TABLE.keys.sort
  end

  def test_what_is_not_in_the_table_is_denied
    refute Permissions.allowed?("openTheSafe", %w[administrator])
    refute Permissions.allowed?("judgePull", nil)
  end

  # Allowed: anything but 401 and 403, since ids and bodies are made up. Refused: exactly that.
  def test_all_routes_with_all_roles
    people = { "technician" => person, "reviewer" => reviewer, "viewer" => add_person("viewer"),
               "administrator" => add_person("administrator"), nil => nil }
    people.each do |role, somebody|
      as(somebody)
      DESCRIPTION.operations.each { |operation| assert_permission(operation, role) }
    end
  end

  def assert_permission(operation, role)
    path = operation.path.gsub("{format}", "pdf").gsub("{table}", "design_factors").gsub(/\{\w+\}/, "999999")
    send(operation.verb, path, "{}", "CONTENT_TYPE" => "application/json")
    status = last_response.status
    return assert_includes([401, 403], status, "#{role} #{operation.id}") if refused?(operation, role)

    refute_equal 401, status, "#{role} #{operation.id}"
    refute_equal "This is not for", last_response.body[/This is not for/], "#{role} #{operation.id}"
  end

  # Told apart from the table by hand: who may do what, as the shop would say it.
  WRITES = /\A(post|put|patch|delete)\z/
  REVIEWING = %w[countersignStatement withdrawStatement reviewConclusion reviewLongReport releaseBatches].freeze
  # Of their own; a form that is sent to be filled, of which nothing is kept; and stop, which is everybody's.
  OWN = %w[issueToken revokeToken firstAdministrator lookForm fillForm stopBench].freeze

  # The registers, procedures and templates of the shop are kept by whoever keeps the library.
  SHELVES = %r{\A/api/(benches|instruments|gear|register|procedures|upkeep|packages)(/\{\w+\}|/preview|/look)?\z}

  LIBRARY = %r{/(item-types|pictures|design-factors|proof-rules|populations|library)}

  def shelf?(operation)
    operation.path.match?(SHELVES) || %w[keepTemplate retireRegisterRow].include?(operation.id)
  end

  def refused?(operation, role)
    return !%w[health session firstAdministrator calendarFeed].include?(operation.id) if role.nil?
    return role != "administrator" if %w[addPerson changePerson askSecondFactor keepLaboratory trustKey
                                         replaceKey].include?(operation.id)
    return role != "reviewer" if REVIEWING.include?(operation.id)
    if %w[events checkEvents wantVerification attachmentOriginal].include?(operation.id)
      return !%w[reviewer administrator].include?(role)
    end
    return false unless operation.verb.match?(WRITES) && !OWN.include?(operation.id)

    library = operation.path.match?(LIBRARY) || shelf?(operation)
    role == "viewer" || (role == "administrator" && !library)
  end
end
