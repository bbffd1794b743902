# frozen_string_literal: true

require "rack/protection"

module MildAnvil
  module Web
    # Who a request is from: a session that is still in force, or a key for scripts. Nothing else says who one is.
    module Identity
      BEARER = /\ABearer (\S+)\z/

      SCRIPTS = %w[all read].freeze
      SAME_SITE = [nil, "same-origin", "none"].freeze # "none": typed by a person

      # What browsers say of where a request comes from; scripts say nothing.
      # @param request [Rack::Request]
      def self.own_page?(request)
        origin = request.get_header("HTTP_ORIGIN")
        SAME_SITE.include?(request.get_header("HTTP_SEC_FETCH_SITE")) && (origin.nil? || origin == request.base_url)
      end

      # @return [Hash, nil] id, name, roles
      def person
        return @person if defined?(@person)

        @person = by_key? ? by_key : by_session
        @person = nil if @person && DemoDoor.refuses?(request.env, @person[:id])
        @person
      end

      # @return [String, nil] what keeps whoever gave their password outside
      def second_factor
        person
        @second_factor
      end

      def person_id = person&.fetch(:id)

      # @raise [NotSignedIn, Forbidden]
      def authorize!(operation)
        if Permissions.allowed?(operation, person&.fetch(:roles))
          return unless @key&.scope == "read" && !request.safe?

          raise Forbidden, "This key reads only: make one that may write"
        end
        raise NotSignedIn, "Sign in first: what is done here carries a name" if person.nil?

        raise Forbidden, "This is not for #{person[:roles].join(', ')}: ask an administrator"
      end

      # A page of another site must not write here: browsers name the origin of every write, and only our own page
      # knows the token.
      def trust!
        return if request.safe? || by_key?

        raise Forbidden, "This request comes from another site" unless Identity.own_page?(request)
        return if csrf.accepts?(request.env)

        raise Forbidden,
              "This request lacks the token of the page: load the page again"
      end

      # @return [String] that writes must carry
      def csrf_token = Rack::Protection::AuthenticityToken.token(request.session)

      private

      def by_key? = request.env["HTTP_AUTHORIZATION"].to_s.match?(BEARER)
      def csrf = @csrf ||= Rack::Protection::AuthenticityToken.new(->(_) { [200, {}, []] })

      def by_key
        @key = Actions::Tokens.in_force(request.env["HTTP_AUTHORIZATION"][BEARER, 1], scopes: SCRIPTS)
        @key && Actions::SessionFacts.facts(@key.person)
      end

      def by_session
        rodauth = request.env["rodauth"]
        return unless rodauth.logged_in? && in_force?(rodauth)

        somebody = Actions::SessionFacts.person(Actions::SessionFacts.person_of_account(rodauth.session_value))
        @second_factor = SecondFactor.wanted(rodauth, somebody)
        @second_factor ? nil : somebody
      end

      # Ended by signing out elsewhere, by a new password, or by time.
      def in_force?(rodauth)
        return true if rodauth.currently_active_session? && !SessionTime.over?(request.session, rodauth)

        rodauth.clear_session
        false
      end
    end
  end
end
