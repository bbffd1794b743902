# frozen_string_literal: true

require_relative "served"
require_relative "many_pulls"

# Many people reading at once what is read most: the demo, and a shop of a hundred thousand pulls.
class Load
  CLIENTS = 20
  SECONDS = Integer(ENV.fetch("LOAD_SECONDS", "60"))
  MANY_SECONDS = Integer(ENV.fetch("LOAD_SECONDS", "20"))
  PULLS = Integer(ENV.fetch("LOAD_PULLS", "100000"))

  def run
    require_relative "../demo/scenario"
    Demo::Scenario.load if Sequel::Model.db[:lots].empty?
    Served.new.run do |server|
      @server = server
      together("the demo", SECONDS, targets(Sequel::Model.db[:lots].select_map(:id)))
      lots = ManyPulls.new(PULLS).call
      alone(lots)
      together("#{Sequel::Model.db[:pulls].count} pulls", MANY_SECONDS, targets(lots))
    end
  end

  private

  # What is asked, as often as people ask it.
  def targets(lots)
    db = Sequel::Model.db
    pulls = db[:pulls].select_order_map(:id).sample(200, random: Random.new(2))
    recordings = db[:recordings].exclude(pull_id: nil).select_map(:id)
    lots = lots.sample(200, random: Random.new(1))
    (["/api/today", "/api/lots"] * 2) + ["/api/session", "/api/catalogue", "/api/search?q=line"] +
      lots.first(6).flat_map { |id| ["/api/lots/#{id}", "/api/lots/#{id}", "/api/lots/#{id}/rating"] } +
      pulls.first(8).map { |id| "/api/pulls/#{id}" } +
      recordings.first(6).map { |id| "/api/recordings/#{id}/window?points=700" }
  end

  def alone(lots)
    { "a list" => "/api/lots", "a later page of it" => "/api/lots?page=40", "today" => "/api/today",
      "a search" => "/api/search?q=kelp+77", "a list with words" => "/api/lots?q=kelp+line+12",
      "a lot" => "/api/lots/#{lots.last}" }.each do |name, path|
      @server.get(path)
      seconds = Array.new(15) { Bench.timed { @server.get(path) }.first }.sort
      Bench.say "#{name}, with #{PULLS} pulls there",
                format("median %.0f ms, slowest %.0f ms", seconds[7] * 1000, seconds.last * 1000)
    end
  end

  def together(name, seconds, targets)
    deadline = Bench.now + seconds
    taken = Array.new(CLIENTS) { |i| Thread.new { client(i, targets, deadline) } }.flat_map(&:value).sort
    Bench.say "#{CLIENTS} readers at once, #{name}",
              format("%.0f requests/s, median %.0f ms, 95 of 100 within %.0f ms, slowest %.0f ms",
                     taken.size / seconds.to_f, *[0.5, 0.95, 1].map { |share| at(taken, share) * 1000 })
  end

  def at(sorted, share) = sorted[(sorted.size * share).ceil - 1]

  def client(index, targets, deadline)
    random = Random.new(index)
    @server.kept_open do |ask|
      seconds = []
      seconds << Bench.timed { ask.call(targets.sample(random: random)) }.first while Bench.now < deadline
      seconds
    end
  end
end
