# frozen_string_literal: true

module MildAnvil
  module Actions
    # One text for one value, whoever writes it: keys in order, numbers as JSON has them. What is signed is signed over
    # this.
    module Canonical
      module_function

      # @param value [Object] plain values
      # @return [String]
      def text(value) = JSON.generate(ordered(plain(value)))

      # @return [String] in hexadecimal digits
      def sha256(value) = OpenSSL::Digest::SHA256.hexdigest(text(value))

      # @return [Object] the same with string keys, as it is after being stored and read
      def plain(value) = JSON.parse(JSON.generate(value))

      def ordered(value)
        case value
        when Hash then value.sort.to_h { |key, v| [key, ordered(v)] }
        when Array then value.map { |v| ordered(v) }
        else value
        end
      end
      private_class_method :ordered
    end
  end
end
