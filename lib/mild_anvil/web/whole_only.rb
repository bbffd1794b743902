# frozen_string_literal: true

require "erb"

module MildAnvil
  module Web
    # In front of everything that reads the database: while work of many steps is not through, every answer says so and
    # nothing is shown or taken in.
    class WholeOnly
      LOOK_SECONDS = 1.0 # a mark is seen this late at most

      PAGE = <<~HTML
        <!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
        <title>Mild Anvil is not ready</title>
        <style>body{margin:0;background:#efece5;color:#1b2326;font:18px/1.5 system-ui,sans-serif}
        header{background:#1b2326;color:#f8f7f2;font-weight:700;padding:.6rem 1.5rem}
        main{max-width:40rem;margin:10vh auto;padding:0 1.5rem;border-left:4px solid #b5330f}
        h1{font-size:1.6rem;margin:0}</style>
        <header>Mild Anvil</header><main><h1>Not ready</h1><p>%<words>s.</p></main></html>
      HTML
      JSON_HEAD = { "content-type" => "application/json", "cache-control" => "no-store" }.freeze
      PAGE_HEAD = { "content-type" => "text/html; charset=utf-8", "cache-control" => "no-store" }.freeze

      def initialize(app)
        @app = app
        @looked = -LOOK_SECONDS
      end

      def call(env)
        mark = look or return @app.call(env)
        return [503, PAGE_HEAD, [format(PAGE, words: ERB::Util.h(mark.sentence))]] unless api?(env)

        body = { error: { kind: "unfinished", message: mark.sentence, fields: {} } }
        body = { status: "unfinished", version: VERSION, **body } if env["PATH_INFO"] == "/api/health"
        [503, JSON_HEAD, [JSON.generate(body)]]
      end

      private

      def api?(env) = env["PATH_INFO"].to_s.match?(%r{\A/api(?:/|\z)})

      # A database that does not answer is told by whoever needs it.
      def look
        return @mark if now - @looked < LOOK_SECONDS

        @looked = now
        @mark = Store::Unfinished.mark
      rescue *Store::Database::LOST
        @mark = nil
      end

      def now = Process.clock_gettime(Process::CLOCK_MONOTONIC)
    end
  end
end
