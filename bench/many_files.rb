# frozen_string_literal: true

require_relative "served"

# Forty files from three loggers, only more of them: what the screen does with a drop, over HTTP to the server as it is
# started for work. Three files at once are previewed; then one after the other is saved, so that they are numbered in
# order;
# then the curves are asked for, three at once.
class ManyFiles
  FILES = 200
  ROWS = 20_000
  AT_ONCE = 3

  def run
    texts = Array.new(FILES) { |k| log(k) }
    Served.new.run do |server|
      @server = server
      lot = Bench.lot("Many files")
      drafts = Array.new(FILES)
      seconds = [each(texts) do |text, k|
        drafts[k] = upload("/api/lots/#{lot.id}/previews", text, "#{k}.csv").fetch("draft_id")
      end,
                 each(drafts, 1) do |draft, k|
                   drafts[k] = save("/api/lots/#{lot.id}/recordings", draft).fetch("recording_id")
                 end,
                 each(drafts) { |curve, _| @server.get("/api/recordings/#{curve}/window?points=700") }]
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

  CHOICES = ["choices", "{}"].freeze

  def upload(path, text, name)
    @server.form(path, ["file", text, { filename: name, content_type: "text/csv" }], CHOICES)
  end

  def save(path, draft) = @server.form(path, ["draft_id", draft.to_s], CHOICES)
end
