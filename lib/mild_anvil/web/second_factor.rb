# frozen_string_literal: true

require "securerandom"

module MildAnvil
  module Web
    # The second factor of signing in: time-based codes by RFC 6238 and eight recovery codes, of which only what a key
    # of this installation makes of them is stored.
    module SecondFactor
      CODES = 8
      LETTERS = [*"A".."Z", *"2".."7"].freeze # RFC 4648
      WRONG_CODES = 5
      PATHS = { code: "sign-in/code", recovery: "sign-in/recovery", set_up: "second-factor", end: "second-factor/end",
                codes: "second-factor/codes" }.freeze
      ANSWERED = %w[otp_secret otp_raw_secret qr recovery_codes].freeze
      WORDS = {
        otp_auth_error_flash: "The code is not right, or was used already",
        otp_invalid_auth_code_message: "is not right, or was used already",
        otp_lockout_error_flash: "Too many wrong codes: sign in by a recovery code, or ask an administrator",
        otp_setup_error_flash: "The second factor is not set up",
        otp_disable_error_flash: "The second factor stays", otp_invalid_secret_message: "is none of ours",
        otp_already_setup_error_flash: "There is a second factor already: end it first",
        invalid_recovery_code_error_flash: "The recovery code is not right, or was used already",
        invalid_recovery_code_message: "is not right, or was used already",
        two_factor_not_setup_error_flash: "There is no second factor",
        two_factor_already_authenticated_error_flash: "The second factor was given already",
        two_factor_need_authentication_error_flash: "The second factor is needed first",
        require_login_error_flash: "Sign in first"
      }.freeze

      SETTINGS = proc do
        enable :otp, :recovery_codes
        WORDS.each { |name, words| public_send(name, words) }
        otp_auth_route PATHS[:code]
        otp_setup_route PATHS[:set_up]
        otp_disable_route PATHS[:end]
        recovery_auth_route PATHS[:recovery]
        recovery_codes_route PATHS[:codes]
        otp_issuer "Mild Anvil"
        otp_auth_failures_limit WRONG_CODES
        invalid_key_error_status 422
        two_factor_modifications_require_password? true
        auto_add_recovery_codes? true
        auto_remove_recovery_codes? true
        recovery_codes_limit CODES
        new_recovery_code { (@made_codes ||= []).push(SecondFactor.fresh).last.then { |code| compute_hmac(code) } }
        recovery_code_match? { |code| super(compute_hmac(SecondFactor.plain(code))) }
        before_otp_setup_route do
          super()
          json_response["qr"] = otp_qr_code unless param_or_nil(otp_setup_raw_param)
        end
        after_otp_setup do
          super()
          remove_all_active_sessions_except_current
          json_response["recovery_codes"] = @made_codes.map { |code| SecondFactor.grouped(code) }
          Actions::SecondFactor.tell(:set_up_second_factor, account_id)
        end
        before_otp_disable_route do
          super()
          roles = Store::Models::Account[account_id].person.roles
          request.halt(SignIn.refusal(403, "It is asked of you here, and stays")) if Actions::SecondFactor.asked?(roles)
        end
        after_otp_disable do
          super()
          Actions::SecondFactor.tell(:end_second_factor, account_id)
        end
        before_recovery_auth { Actions::SecondFactor.tell(:use_recovery_code, account_id) }
      end

      module_function

      # @return [Array<String>] paths that the sign-in answers besides its own
      def paths = PATHS.values_at(:code, :recovery, :set_up, :end).map { |path| "/api/#{path}" }

      # @return [String] 80 bits
      def fresh = Array.new(16) { LETTERS[SecureRandom.random_number(32)] }.join
      def grouped(code) = code.scan(/.{4}/).join("-")
      def plain(code) = code.to_s.upcase.delete("^A-Z2-7")

      # @param person [Hash, nil] whose session it is
      # @return [String, nil] "code" or "set_up": what is to be done before they are let in
      def wanted(rodauth, person)
        return if person.nil? || rodauth.two_factor_authenticated?
        return "code" if rodauth.otp_exists?

        "set_up" if Actions::SecondFactor.asked?(person[:roles])
      end
    end
  end
end
