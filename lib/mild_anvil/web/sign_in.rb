# frozen_string_literal: true

require "argon2"
require "roda"
require "rodauth"

module MildAnvil
  module Web
    # Signing in and out, in front of the application: names and passwords, lockout, sessions that end.
    class SignIn < Roda
      TRIES = 8
      LOCKED_MINUTES = 15
      IDLE_SECONDS = 4 * 3600
      LONGEST_SECONDS = 14 * 3600
      MIN_PASSWORD = 10
      # The usual cost takes a good part of a second; a test need not.
      COST = ENV["RACK_ENV"] == "test" ? { t_cost: 1, m_cost: 5, p_cost: 1 } : { t_cost: 2, m_cost: 16, p_cost: 1 }
      SIGN_OUT = "/api/sign-out"
      PATHS = ["/api/sign-in", SIGN_OUT, *SecondFactor.paths].freeze
      TURNSTILE = Turnstile.new # of this process
      KINDS = { 401 => "not_signed_in", 403 => "forbidden" }.freeze

      # @param password [String]
      # @return [String] as accounts keep it
      # @raise [InvalidInput]
      def self.password_hash(password)
        return Argon2::Password.new(**COST).create(password) if password.size >= MIN_PASSWORD

        raise InvalidInput.new("A password has at least #{MIN_PASSWORD} letters", fields: { password: "is too short" })
      end

      # As long as a wrong password of somebody's takes.
      def self.as_slow_as_a_known_name(password)
        @nobodys ||= Argon2::Password.new(**COST).create(SecureRandom.hex(16))
        Argon2::Password.verify_password(password.to_s, @nobodys)
      end

      plugin :middleware
      plugin :json_parser, content_type_regexp: %r{\Aapplication/json\b}i,
                           error_handler: ->(r) { r.halt(SignIn.refusal(400, "The body is no JSON")) }
      plugin :rodauth, json: :only do
        enable :json, :login, :logout, :lockout, :active_sessions, :session_expiration, :argon2
        db Sequel::Model.db
        prefix "/api"
        domain "localhost" # no letter is ever sent
        login_route "sign-in"
        logout_route "sign-out"
        accounts_table :accounts
        login_column :login
        skip_status_checks? false # whoever left does not come back in
        account_password_hash_column :password_hash
        use_database_authentication_functions? false
        require_bcrypt? false
        require_mail? false
        hmac_secret { scope.env.fetch("mild_anvil.secret") }
        already_logged_in { remove_current_session }
        password_hash_cost COST
        max_invalid_logins TRIES
        account_lockouts_email_last_sent_column nil
        account_lockouts_deadline_interval({ minutes: LOCKED_MINUTES })
        set_deadline_values? true
        after_no_matching_login do
          login = param(login_param)
          show_lockout_page if Store::StrangeLogins.locked?(login)
          SignIn.as_slow_as_a_known_name(param(password_param))
          Store::StrangeLogins.tried(login, tries: TRIES, seconds: LOCKED_MINUTES * 60)
        end
        # SessionTime says when nobody was there for too long: a request that only reads writes nothing down.
        session_inactivity_deadline nil
        session_lifetime_deadline nil
        currently_active_session? do
          id = session[session_id_session_key]
          id && active_sessions_ds.where(session_id: compute_hmacs(id)).exclude(SignIn.too_old).any?
        end
        after_login { active_sessions_ds.where(SignIn.too_old).delete }
        session_inactivity_timeout IDLE_SECONDS
        max_session_lifetime LONGEST_SECONDS
        login_error_flash "Name and password do not go together"
        no_matching_login_message "is wrong, or the password is"
        invalid_password_message "is wrong, or the password is"
        login_lockout_error_flash "Too many wrong passwords: this name is locked for #{LOCKED_MINUTES} minutes"
        instance_exec(&SecondFactor::SETTINGS)
        json_response_body do |body|
          response.status = 200 if body["qr"] # the secret is what was asked for
          JSON.generate(SignIn.answer(body, response.status))
        end
      end

      route do |r|
        env["rodauth"] = rodauth
        if PATHS.include?(r.path_info)
          SignIn.check!(r)
          r.on("api") do
            rodauth.clear_session if rodauth.logged_in? && !rodauth.currently_active_session?
            next r.rodauth if r.path_info == SIGN_OUT

            TURNSTILE.pass { r.rodauth } # what is answered leaves by a throw
            r.halt(SignIn.refusal(429, Turnstile::WORDS, "retry-after" => "3"))
          end
        end
        nil
      end

      # @raise [Roda's halt] for what cannot be a name and a password
      def self.check!(request)
        request.halt(refusal(403, "This request comes from another site")) unless Identity.own_page?(request)
        request.halt(refusal(405, "Signing in and out takes POST", "allow" => "POST")) unless request.post?
        return demo!(request) if request.media_type == "application/json" && texts?(request.POST)

        request.halt(refusal(415, "Name and password come as texts in JSON: Content-Type application/json"))
      end

      def self.demo!(request)
        return unless DemoDoor.refuses_login?(request.env, request.POST["login"])

        request.halt(refusal(403, DemoDoor::WORDS))
      end
      private_class_method :demo!

      def self.texts?(given)
        given.is_a?(Hash) && given.values.all? { |t| t.is_a?(String) && t.valid_encoding? && !t.include?("\0") }
      end
      private_class_method :texts?

      # @return [Sequel::SQL::Expression] of sessions
      def self.too_old = Sequel[:created_at] < Time.now - LONGEST_SECONDS

      # @return [Array] a Rack answer
      def self.refusal(status, message, headers = {})
        [status, { "content-type" => "application/json", "cache-control" => "no-store", **headers },
         [JSON.generate(error: { kind: "refused", message: message, fields: {} })]]
      end

      # Errors in the form of all others.
      def self.answer(body, status)
        more = body.slice(*SecondFactor::ANSWERED)
        return { signed_in: true, **(more.empty? ? {} : { second_factor: more }) } if body["qr"] || !body["error"]

        field, words = body["field-error"]
        { error: { kind: KINDS.fetch(status || 401, "invalid_input"), message: body["error"],
                   fields: field ? { field => words } : {} } }
      end
    end
  end
end
