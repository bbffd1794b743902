# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # Something that happened in a pull: where, how strong, and why it is believed.
      #
      # at_seconds is the logger's time; force_newtons is net of zero and counted in the sense of loading. extra holds
      # what
      # belongs to this kind alone, in SI.
      Finding = Struct.new(:kind, :at_seconds, :until_seconds, :force_newtons, :because, :extra, keyword_init: true) do
        def to_h = super.merge(kind: kind.to_s)
      end
    end
  end
end
