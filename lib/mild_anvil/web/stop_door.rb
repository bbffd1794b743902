# frozen_string_literal: true

require "json"

module MildAnvil
  module Web
    # The way from a page to the recorder's stop: no database, no role, no queue. Whoever has a session that is signed
    # and not over may stop any bench. A line that is kept open (StopLine) carries it where the server's own threads
    # wait for something else; a request does where there is no line. What comes with a key goes the usual way.
    class StopDoor
      LINE = "/api/stop-line"
      STOP = %r{\A/api/benches/(\d{1,18})/stop\z}
      PATIENCE_SECONDS = 1.5

      # @param peers [Array<String>] other web servers of this installation, http://host:port
      def initialize(app, peers: StopDoor.peers)
        @app = app
        @peers = peers
      end

      # @return [Array<String>]
      def self.peers = ENV.fetch("WEB_PEERS", "").split(",").map(&:strip).reject(&:empty?)

      # @param bench_id [Integer]; @param account_id [Integer] of whoever stops it
      # @return [Hash] bench, asked, stands, and words where it was not delivered
      def self.stop(bench_id, account_id)
        answer = Actions::Benching::RecorderLine.ask(bench_id, "stop", { account_id: account_id },
                                                     patience: PATIENCE_SECONDS)
        words = answer[:refused] || answer[:unknown]
        { bench: bench_id, asked: words.nil?, stands: answer[:stands] == true, by_hand: answer[:by_hand] == true,
          words: words }
      end

      def call(env)
        return open_line(env) if env["PATH_INFO"] == LINE

        found = STOP.match(env["PATH_INFO"])
        return @app.call(env) unless found && env["REQUEST_METHOD"] == "POST" && env["HTTP_AUTHORIZATION"].nil?

        stop(env, found[1].to_i)
      end

      private

      def stop(env, bench_id)
        account = account(env) or return refused(401, "not_signed_in", "Sign in first: or press the bench's own stop")
        return refused(403, "forbidden", "This request comes from another site") unless own?(env) && token?(env)

        told = StopDoor.stop(bench_id, account)
        return refused(503, "device", told[:words].sub(/\A./, &:upcase)) if told[:words]

        answer(200, told)
      end

      # By what is signed in its cookie.
      # @return [Integer, nil]
      def account(env)
        session = env["rack.session"] or return
        now = Time.now.to_i
        created = session["session_created_at"]
        active = session["last_session_activity_at"]
        return if created && created.to_i + SignIn::LONGEST_SECONDS < now
        return if active && active.to_i + SignIn::IDLE_SECONDS < now

        session["account_id"]
      end

      def token?(env) = Rack::Protection::AuthenticityToken.new(->(_) { [200, {}, []] }).accepts?(env)

      # A page of ours, from this server or from another one of the installation.
      def own?(env)
        request = Rack::Request.new(env)
        return false unless KnownHosts.known?(request.host)

        origin = env["HTTP_ORIGIN"]
        Identity.own_page?(request) || @peers.include?(origin)
      end

      def open_line(env)
        account = account(env) or return refused(401, "not_signed_in", "Sign in first")
        return refused(403, "forbidden", "This request comes from another site") unless line_of_ours?(env)
        return [200, {}, []] if StopLine.open(env, account)

        refused(426, "invalid_input", "This is a line for stop alone: a page opens it")
      end

      # A browser names the origin of every such line.
      def line_of_ours?(env)
        request = Rack::Request.new(env)
        origin = env["HTTP_ORIGIN"]
        KnownHosts.known?(request.host) && [request.base_url, *@peers].include?(origin)
      end

      def refused(status, kind, words) = answer(status, { error: { kind: kind, message: words, fields: {} } })

      def answer(status, body)
        [status, { "content-type" => "application/json", "cache-control" => "no-store" }, [JSON.generate(body)]]
      end
    end
  end
end
