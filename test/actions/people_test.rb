# frozen_string_literal: true

require_relative "../support/store_case"

class PeopleTest < StoreCase
  def administrator = @administrator ||= add_person("administrator")

  def test_roles_are_kept_and_names_stay
    one = add_person("technician", "reviewer")
    Actions::ManagePeople.change(id: one.id, values: { roles: ["viewer"], active: false }, by: administrator.id)
    listed = Actions::ManagePeople.list.find { |row| row[:id] == one.id }

    assert_equal [["viewer"], false], listed.values_at(:roles, :active)
    assert_nil Actions::SessionFacts.person(one.id)
  end

  def test_a_login_is_one_persons
    taken = add_person("technician").account.login
    error = assert_raises(MildAnvil::InvalidInput) do
      Actions::ManagePeople.add(name: "Other", login: taken.upcase, roles: ["viewer"], password_hash: "-")
    end

    assert_equal [:login], error.details[:fields].keys
    assert_raises(MildAnvil::InvalidInput) { add_person("king") }
    assert_raises(MildAnvil::InvalidInput) { add_person }
  end

  def test_somebody_stays_administrator
    Models::PersonRole.where(role: "administrator").exclude(person_id: administrator.id).delete
    assert_raises(MildAnvil::Conflict) do
      Actions::ManagePeople.change(id: administrator.id, values: { roles: ["viewer"] }, by: administrator.id)
    end
    assert_raises(MildAnvil::Conflict) do
      Actions::ManagePeople.change(id: administrator.id, values: { active: false }, by: administrator.id)
    end
  end

  def test_a_key_acts_for_its_person_until_it_is_ended
    token, key = Actions::Tokens.issue(name: "nightly export", person_id: person.id)

    assert_equal person.id, Actions::Tokens.in_force(key, scopes: %w[all]).person_id
    refute_includes Models::Token[token.id].values.values.map(&:to_s), key
    assert_nil Actions::Tokens.in_force("#{key}x", scopes: %w[all])
    assert_raises(MildAnvil::NotFound) { Actions::Tokens.revoke(id: token.id, person_id: reviewer.id) }
    Actions::Tokens.revoke(id: token.id, person_id: person.id)

    assert_nil Actions::Tokens.in_force(key, scopes: %w[all])
  end

  def test_whoever_leaves_takes_their_keys_and_sessions_along
    key = Actions::Tokens.issue(name: "script", person_id: person.id).last
    DATABASE[:account_active_session_keys].insert(account_id: person.account.id, session_id: "s")
    Actions::ManagePeople.change(id: person.id, values: { active: false }, by: administrator.id)

    assert_nil Actions::Tokens.in_force(key, scopes: %w[all])
    assert_equal 0, DATABASE[:account_active_session_keys].where(account_id: person.account.id).count
  end

  def test_the_first_administrator_is_taken_in_once
    assert Actions::SessionFacts.people? || add_person("viewer")
    assert_raises(MildAnvil::Forbidden) { Actions::FirstAdministrator.call(name: "A", login: "aa") { flunk "hashed" } }
    %i[account_login_failures account_lockouts account_active_session_keys accounts].each do |table|
      DATABASE[table].delete
    end
    first = Actions::FirstAdministrator.call(name: "Maren", login: "maren-#{rand(9999)}") { "-" }

    assert_includes first.roles, "administrator"
  end
end
