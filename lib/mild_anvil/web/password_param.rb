# frozen_string_literal: true

module MildAnvil
  module Web
    # A password goes no farther than here: what is passed on is its hash.
    module PasswordParam
      module_function

      # @param values [Hash] with or without password
      # @return [Hash] with password_hash instead
      def hashed(values)
        return values unless values.key?(:password)

        values.except(:password).merge(password_hash: SignIn.password_hash(values[:password]))
      end
    end
  end
end
