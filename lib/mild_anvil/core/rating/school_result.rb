# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # What one school of minimum breaking strength says about a sample: a value, or a refusal with its reason.
      SchoolResult = Struct.new(:key, :name, :value_si, :upper_si, :in_words, :assumption, :weakness, :refusal,
                                :minimum, :working, :confidence, keyword_init: true) do
        def refused? = !refusal.nil?

        # @return [Boolean] whether it keeps what the terms ask for: nothing may be loaded by less
        def sure_enough?(terms) = !confidence.nil? && confidence >= terms.confidence - 1.0e-9

        # @return [Boolean] whether both confidence bounds of one percentile are known
        def interval? = !refused? && !upper_si.nil?
      end
    end
  end
end
