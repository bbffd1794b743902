# frozen_string_literal: true

require "json"
require "net/http"
require_relative "../launch/launch"

# The server as it is started for work, with its worker, asked over HTTP by a key for scripts.
class Served
  READY_SECONDS = 30

  # @param port [Integer]; @param peers [Array<String>] other servers by which a bench can be stopped
  def initialize(port: Launch.any_free_port, peers: [])
    @port = port
    @peers = peers
  end

  def run
    @key = MildAnvil::Actions::Tokens.issue(person_id: Bench.person.id, name: "bench").last
    env = { "RACK_ENV" => "production", "WEB_PEERS" => @peers.join(",") }
    log = File.join(Launch::VAR, "log", "bench.log")
    quiet = { chdir: Launch::ROOT, out: log, err: %i[child out] }
    started = [Launch.web_server("tcp://127.0.0.1:#{@port}"), %w[bundle exec ruby bin/worker]].map do |words|
      Process.spawn(env, *words, **quiet)
    end
    @web = started.first
    wait
    yield self
  ensure
    (started - [@killed]).each do |pid|
      Process.kill("TERM", pid)
      Process.wait(pid)
    end
  end

  # The web server alone, with whatever it was about to answer.
  def kill
    Process.kill("KILL", *children(@web), @web)
    Process.wait(@killed = @web)
  end

  def children(pid) = File.read("/proc/#{pid}/task/#{pid}/children").split.map(&:to_i)

  # Reads server-sent events until the block says enough.
  # @yieldparam shown [Hash]
  def stream(path, &block)
    catch(:enough) { events(path, &block) }
  end

  def events(path)
    Net::HTTP.start("127.0.0.1", @port, read_timeout: 30) do |http|
      http.request(Net::HTTP::Get.new(path, headers.merge("Accept" => "text/event-stream"))) do |response|
        rest = +""
        response.read_body do |part|
          rest << part
          while (at = rest.index("\n\n"))
            throw(:enough) unless yield JSON.parse(rest.slice!(0..(at + 1)).delete_prefix("data: "))
          end
        end
      end
    end
  end

  def get(path) = sent(Net::HTTP::Get.new(path, headers))

  def post(path, body)
    sent(Net::HTTP::Post.new(path, headers.merge("Content-Type" => "application/json")), body.to_json)
  end

  def form(path, *fields)
    request = Net::HTTP::Post.new(path, headers)
    request.set_form(fields, "multipart/form-data")
    sent(request)
  end

  # One connection for many requests, as a browser keeps it.
  # @yieldparam ask [Proc] path -> Net::HTTPResponse
  def kept_open
    Net::HTTP.start("127.0.0.1", @port, read_timeout: 60) do |http|
      yield(lambda { |path|
        answer = http.request(Net::HTTP::Get.new(path, headers))
        abort "#{path} answered #{answer.code}: #{answer.body[0, 200]}" unless answer.is_a?(Net::HTTPSuccess)
        answer
      })
    end
  end

  def url = "http://127.0.0.1:#{@port}"
  def headers = { "Authorization" => "Bearer #{@key}" }

  private

  def wait
    deadline = Bench.now + READY_SECONDS
    sleep 0.1 until answers? || Bench.now > deadline
  end

  def answers?
    Net::HTTP.get_response(URI("http://127.0.0.1:#{@port}/api/health")).is_a?(Net::HTTPOK)
  rescue SystemCallError
    false
  end

  def sent(request, body = nil)
    answer = Net::HTTP.start("127.0.0.1", @port) { |http| http.request(request, body) }
    abort "#{request.path} answered #{answer.code}: #{answer.body[0, 300]}" unless answer.is_a?(Net::HTTPSuccess)

    JSON.parse(answer.body)
  end
end
