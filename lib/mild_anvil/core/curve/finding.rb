# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Something that happened in a pull: where, how strong, why it is believed, and how surely.
      #
      # at_seconds is the logger's time; force_newtons is net of zero and counted in the sense of loading. extra holds
      # what belongs to this kind alone, in SI. confidence is one of CONFIDENCES; doubt says what it is lowered by.
      Finding = Struct.new(:kind, :at_seconds, :until_seconds, :force_newtons, :because, :extra, :confidence, :doubt,
                           keyword_init: true) do
        def initialize(confidence: "sure", **given) = super

        # @param kind [Symbol] of the finding that cannot be given; @param because [String] why
        # @return [Finding] that says so
        def self.not_given(kind, because, at_seconds: nil)
          new(kind: :not_given, at_seconds: at_seconds, force_newtons: nil, confidence: "look",
              because: "#{kind.to_s.tr('_', ' ')} cannot be given: #{because}", extra: { finding: kind.to_s })
        end

        def given? = kind != :not_given
        def to_h = super.merge(kind: kind.to_s)
      end

      class Finding
        # From the eye that may pass over it to the eye that must look.
        CONFIDENCES = %w[sure likely look].freeze
      end
    end
  end
end
