# frozen_string_literal: true

# Writes through both web servers while a node is killed, and counts: ruby bench/cluster_trial.rb SECONDS PID ADDRESS...
require "bundler/setup"
require "json"
require "mild_anvil"
require "net/http"
require "securerandom"

# Many hands on two web servers; what was acknowledged must be there afterwards, once.
class ClusterTrial
  HANDS = 6

  def initialize(seconds, victim, addresses)
    @seconds = seconds
    @victim = victim
    @addresses = addresses
    MildAnvil::Store::Database.connect(ENV.fetch("DATABASE_URL"))
    @person = somebody
    @key = MildAnvil::Actions::Tokens.issue(person_id: @person.id, name: "trial").last
    @lot = lot
  end

  # @return [Boolean]
  def call
    killer = Thread.new do
      sleep @seconds / 2.0
      Process.kill("KILL", @victim)
    end
    deadline = now + @seconds
    written = Array.new(HANDS) { |i| Thread.new { hand(i, deadline) } }.map(&:value)
    killer.join
    report(written.flat_map(&:first), written.flat_map(&:last))
  end

  private

  def somebody
    MildAnvil::Actions::ManagePeople.add(name: "Trial", login: "trial-#{SecureRandom.hex(4)}", password_hash: "-",
                                         roles: %w[technician])
  end

  def lot
    job = MildAnvil::Actions::CreateJob.call(customer: "Trial", title: "Cluster", person_id: @person.id)
    MildAnvil::Actions::SaveLot.create(job_id: job.id, values: { name: "Trial #{now}", item_type: "sewn_loop" },
                                       person_id: @person.id)
  end

  def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)

  # @return [Array(Array<Integer>, Array<String>)] ids acknowledged and refusals
  def hand(index, deadline)
    ids = []
    refused = []
    number = 0
    while now < deadline
      answer, seconds = posted(@addresses[index % @addresses.size], text: format("%.2f", 8 + ((number += 1) * 0.01)))
      (@times ||= Queue.new) << seconds
      if answer.is_a?(Net::HTTPCreated)
        ids << JSON.parse(answer.body)["id"]
      else
        refused << "#{answer.code} #{answer.body[0,
                                                 120]}"
      end
    end
    [ids, refused]
  end

  def posted(address, **body)
    uri = URI("#{address}/api/lots/#{@lot.id}/pulls")
    request = Net::HTTP::Post.new(uri, "Content-Type" => "application/json", "Authorization" => "Bearer #{@key}",
                                       "Idempotency-Key" => SecureRandom.uuid)
    request.body = JSON.generate(body.merge(unit: "kN"))
    started = now
    [Net::HTTP.start(uri.host, uri.port, read_timeout: 60) { |http| http.request(request) }, now - started]
  end

  def report(ids, refused)
    kept = MildAnvil::Store::Models::Pull.where(lot_id: @lot.id).select_map(:id)
    lost = ids - kept
    doubled = kept.size - kept.uniq.size
    slowest = Array.new(@times.size) { @times.pop }.max
    whole = MildAnvil::Store::Events.first_broken(Sequel::Model.db).nil?
    puts format("%d writes acknowledged, %d refused, %d lost, %d kept but not acknowledged; slowest %.1f s; chain %s",
                ids.size, refused.size, lost.size, (kept - ids).size, slowest, whole ? "whole" : "BROKEN")
    refused.tally.first(3).each { |words, count| puts "  #{count} x #{words}" }
    refused.empty? && lost.empty? && doubled.zero? && kept.size == ids.size && whole
  end
end

exit ClusterTrial.new(Integer(ARGV[0]), Integer(ARGV[1]), ARGV.drop(2)).call
