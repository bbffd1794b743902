# frozen_string_literal: true

require_relative "../demo/scenario"
require_relative "bad_request"
require "rack/mock"

# Bad requests of all kinds against the demo, through everything that stands in front of it: how many were answered
# how, and how long the longest took. bin/bench doors; DOORS=N for another number, SEED=N for others.
class Doors
  COUNT = Integer(ENV.fetch("DOORS", "20000"))
  SEED = Integer(ENV.fetch("SEED", "1"))
  SLOW_SECONDS = 10.0
  # A path's word that is another table's.
  TABLES = { "files" => :source_files, "pictures" => :attachments, "cells" => :instruments, "pieces" => :specimens,
             "products" => :watched_products, "papers" => :documents, "keys" => :signing_keys }.freeze

  def run
    Demo::Scenario.load if MildAnvil::Store::Models::Person.empty?
    @stack = MildAnvil::Web::Stack.build(secret: "d" * 64)
    @statuses = Hash.new(0)
    @slowest = [0, nil]
    asking = BadRequest.new(MildAnvil::Web::Description.shared, seed: SEED, ids: method(:id_of))
    COUNT.times { |i| one(asking.next, i) }
    report
    signing_in
  end

  private

  def id_of(word)
    table = TABLES[word] || word.to_s.tr("-", "_").to_sym
    ids = (@ids ||= {})[table] ||= known(table)
    ids.sample
  end

  def known(table)
    Sequel::Model.db.table_exists?(table) ? Sequel::Model.db[table].limit(20).select_map(:id) : []
  rescue Sequel::DatabaseError
    []
  end

  # Its roles may all; whatever it changes of itself is put right again.
  def key
    MildAnvil::Store::Database.write { refresh } if @key.nil? || (@asked += 1) > 50
    @key
  end

  def refresh
    @asked = 0
    actions = MildAnvil::Actions
    person = MildAnvil::Store::Models::Person.first(name: "Doors", active: true) ||
             actions::ManagePeople.add(name: "Doors", login: "doors-#{rand(1 << 40)}", password_hash: "-",
                                       roles: actions::ManagePeople::ROLES)
    actions::ManagePeople::ROLES.each do |role|
      MildAnvil::Store::Models::PersonRole.find_or_create(person_id: person.id, role: role)
    end
    @key = actions::Tokens.issue(name: "doors", person_id: person.id).last
  end

  def one(made, number)
    status = nil
    seconds = timed { status = answered(made) }
    @statuses[status] += 1
    @slowest = [seconds, made.to_s[0, 160]] if seconds > @slowest.first
    puts "#{number}: #{status} #{format('%.1f', seconds)} s #{made}" if status >= 500 || seconds > SLOW_SECONDS
  end

  def answered(made)
    env = Rack::MockRequest.env_for("/", method: made.verb, input: made.body)
    env.update("PATH_INFO" => made.path.b, "QUERY_STRING" => made.query.to_s.b, "HTTP_HOST" => "127.0.0.1",
               "HTTP_AUTHORIZATION" => "Bearer #{key}", "CONTENT_LENGTH" => made.body.bytesize.to_s, **made.headers)
    made.type ? env["CONTENT_TYPE"] = made.type : env.delete("CONTENT_TYPE")
    status, _, parts = @stack.call(env)
    parts.respond_to?(:each) ? parts.each { |part| part } : nil
    status
  ensure
    parts.close if parts.respond_to?(:close)
  end

  NAMES = 8
  TRIES = 6 # fewer than lock

  # Wrong passwords for names that somebody has, and for names that nobody has, by turns.
  def signing_in
    known = Array.new(NAMES) { |i| someone("known-#{i}-#{rand(1 << 40)}") }
    strange = Array.new(NAMES) { "strange-#{rand(1 << 40)}" }
    seconds = { known: [], strange: [] }
    TRIES.times do
      known.zip(strange) do |one, other|
        seconds[:known] << timed { wrong_password(one) }
        seconds[:strange] << timed { wrong_password(other) }
      end
    end
    puts format("a wrong password: for a name that somebody has median %.1f ms, that nobody has %.1f ms (%d each)",
                *seconds.values.map { |all| all.sort[all.size / 2] * 1000 }, NAMES * TRIES)
  end

  def someone(login)
    hash = MildAnvil::Web::SignIn.password_hash("a good long password")
    MildAnvil::Actions::ManagePeople.add(name: login, login: login, roles: %w[viewer], password_hash: hash)
    login
  end

  def wrong_password(login)
    made = BadRequest::Made.new(verb: "POST", path: "/api/sign-in", type: "application/json", headers: {},
                                body: JSON.generate(login: login, password: "not that one"))
    answered(made)
  end

  def timed
    started = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    yield
    Process.clock_gettime(Process::CLOCK_MONOTONIC) - started
  end

  def report
    puts "#{COUNT} bad requests, seed #{SEED}: #{@statuses.sort.map do |status, count|
      "#{status} × #{count}"
    end.join(', ')}"
    puts format("the longest %.2f s: %s", *@slowest)
  end
end
