# frozen_string_literal: true

require "json"
require "net/http"
require_relative "../launch/launch"

# Forty files from three loggers, only more of them: what the screen does with a drop, over HTTP to the server as it is
# started for work. Three files at once are previewed; then one after the other is saved, so that they are numbered in
# order;
# then the curves are asked for, three at once.
class ManyFiles
  FILES = 200
  ROWS = 20_000
  AT_ONCE = 3
  READY_SECONDS = 30

  def run
    texts = Array.new(FILES) { |k| log(k) }
    serve do
      lot = Bench.lot("Many files")
      drafts = Array.new(FILES)
      seconds = [each(texts) do |text, k|
        drafts[k] = upload("/api/lots/#{lot.id}/previews", text, "#{k}.csv").fetch("draft_id")
      end,
                 each(drafts, 1) { |draft, k| drafts[k] = save("/api/lots/#{lot.id}/curves", draft).fetch("curve_id") },
                 each(drafts) { |curve, _| get("/api/curves/#{curve}/window?points=700") }]
      Bench.say "#{FILES} files of #{ROWS} rows, drop to drawn",
                format("%.1f s: previewed in %.1f s, saved in %.1f s, drawn in %.1f s", seconds.sum, *seconds)
    end
  end

  private

  def log(seed)
    random = Random.new(seed)
    body = Array.new(ROWS) do |i|
      format("%.3f,%.2f,%.4f", i * 0.005, (i.between?(800, 18_000) ? (i - 800) * 0.6 : 0.0) + random.rand, i * 0.0005)
    end
    ["Time [s],Force [N],Displacement [mm]", *body, ""].join("\n")
  end

  # @return [Float] seconds for all of them
  def each(items, at_once = AT_ONCE)
    waiting = Queue.new.tap { |queue| items.each_with_index { |item, k| queue << [item, k] } }.close
    Bench.timed do
      Array.new(at_once) do
        Thread.new do
          while (one = waiting.pop) do yield(*one) end
        end
      end.each(&:join)
    end.first
  end

  def serve
    @port = Launch.any_free_port
    server = Process.spawn({ "RACK_ENV" => "production" }, *Launch.web_server(@port), chdir: Launch::ROOT, out: File::NULL)
    deadline = Bench.now + READY_SECONDS
    sleep 0.1 until answers? || Bench.now > deadline
    yield
  ensure
    Process.kill("TERM", server)
    Process.wait(server)
  end

  def answers?
    Net::HTTP.get_response(address("/api/health")).is_a?(Net::HTTPOK)
  rescue SystemCallError
    false
  end

  def address(path) = URI("http://127.0.0.1:#{@port}#{path}")

  def upload(path, text, name) = form(path, ["file", text, { filename: name, content_type: "text/csv" }])
  def save(path, draft) = form(path, ["draft_id", draft.to_s])

  def form(path, field)
    request = Net::HTTP::Post.new(address(path), "X-Person-Id" => Bench.person.id.to_s)
    request.set_form([field, ["choices", "{}"]], "multipart/form-data")
    sent(request)
  end

  def get(path) = sent(Net::HTTP::Get.new(address(path)))

  def sent(request)
    answer = Net::HTTP.start("127.0.0.1", @port) { |http| http.request(request) }
    abort "#{request.path} answered #{answer.code}: #{answer.body[0, 200]}" unless answer.is_a?(Net::HTTPSuccess)

    JSON.parse(answer.body)
  end
end
