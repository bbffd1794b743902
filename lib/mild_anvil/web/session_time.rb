# frozen_string_literal: true

module MildAnvil
  module Web
    # Whether a session has lasted too long, or nobody was there for too long; reading it keeps it awake.
    module SessionTime
      module_function

      # @param session [Hash]
      # @return [Boolean]
      def over?(session, rodauth)
        now = Time.now.to_i
        created = session[rodauth.session_created_session_key]
        active = session[rodauth.session_last_activity_session_key]
        return true if created && created.to_i + SignIn::LONGEST_SECONDS < now
        return true if active && active.to_i + SignIn::IDLE_SECONDS < now

        session[rodauth.session_created_session_key] ||= now
        session[rodauth.session_last_activity_session_key] = now
        false
      end
    end
  end
end
